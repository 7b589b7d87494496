import Calculator from 'lucide-react-native/icons/calculator';
import CalendarDays from 'lucide-react-native/icons/calendar-days';
import Check from 'lucide-react-native/icons/check';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Clock from 'lucide-react-native/icons/clock';
import GraduationCap from 'lucide-react-native/icons/graduation-cap';
import GripVertical from 'lucide-react-native/icons/grip-vertical';
import House from 'lucide-react-native/icons/house';
import Info from 'lucide-react-native/icons/info';
import OctagonAlert from 'lucide-react-native/icons/octagon-alert';
import SlidersHorizontal from 'lucide-react-native/icons/sliders-horizontal';
import SprayCan from 'lucide-react-native/icons/spray-can';
import X from 'lucide-react-native/icons/x';
import { useTokens } from './theme';
import type { InkName } from './text';

/** The only signs in use; each is its own small drawing, so no icon font has to load. */
const SIGNS = {
  back: ChevronLeft,
  forward: ChevronRight,
  check: Check,
  close: X,
  clock: Clock,
  info: Info,
  stop: OctagonAlert,
  today: CalendarDays,
  places: House,
  bench: Calculator,
  shelf: SprayCan,
  practice: GraduationCap,
  drag: GripVertical,
  more: SlidersHorizontal,
} as const;
export type IconName = keyof typeof SIGNS;

/** A decorative sign beside words; never the only carrier of meaning. */
export function Sign({ name, size = 22, ink = 'ink', heavy = false }: { name: IconName; size?: number; ink?: InkName; heavy?: boolean }) {
  const tokens = useTokens();
  const Drawing = SIGNS[name];
  return <Drawing size={size} color={tokens[ink]} strokeWidth={heavy ? 3 : 2.2} aria-hidden />;
}
