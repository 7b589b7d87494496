import type { OwnerCardId } from './ownerCardIds';

const INK = '#17251f';
const GREEN = '#1f5a3d';
const PALE = '#dbe6dd';

const line = (d: string, color = INK, width = 2.5): string =>
  `<path d="${d}" fill="none" stroke="${color}" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"/>`;
/** An arrow from one point to another. */
const arrow = (x1: number, y1: number, x2: number, y2: number, color = GREEN): string => {
  const turn = Math.atan2(y2 - y1, x2 - x1);
  const head = (by: number) => `${(x2 - 7 * Math.cos(turn + by)).toFixed(1)} ${(y2 - 7 * Math.sin(turn + by)).toFixed(1)}`;
  return line(`M${x1} ${y1}L${x2} ${y2}M${head(0.5)}L${x2} ${y2}L${head(-0.5)}`, color);
};
const ground = line('M4 86H92', INK, 1.5);
/** The outdoor unit: a box with fins and a fan on top. */
const unit = (x: number, y = 50, side = 34): string =>
  `<rect x="${x}" y="${y}" width="${side}" height="${side}" rx="2" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/>${line(
    [0.25, 0.42, 0.59, 0.76].map((share) => `M${x + 5} ${y + side * share}h${side - 10}`).join(''),
    INK,
    1.5,
  )}${line(`M${x + 6} ${y - 4}h${side - 12}M${x + side / 2} ${y - 4}v4`)}`;
const drawing = (body: string): string => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 96 96">${body}</svg>`;
const cross = (x: number, y: number): string =>
  line(`M${x - 6} ${y - 6}L${x + 6} ${y + 6}M${x + 6} ${y - 6}L${x - 6} ${y + 6}`, '#8a1f11', 3.5);

/** A drawing to each card, made for this program; SVG, 96 units wide and high. */
export const OWNER_DRAWINGS: Record<OwnerCardId, string> = {
  clearance: drawing(
    `${ground}${unit(31)}${arrow(31, 67, 12, 67)}${arrow(65, 67, 84, 67)}${arrow(48, 42, 48, 16)}${line('M6 86V52M90 86V52', GREEN, 4)}`,
  ),
  filter: drawing(
    `<rect x="22" y="14" width="44" height="60" rx="2" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/>${line(
      'M30 20v48M38 20v48M46 20v48M54 20v48',
      INK,
      1.5,
    )}${arrow(70, 44, 90, 44)}${line('M10 44h6', GREEN)}`,
  ),
  'fan-speed': drawing(
    `<circle cx="40" cy="48" r="26" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/>${line(
      'M40 48C34 36 38 28 46 28C48 36 46 42 40 48C54 46 60 52 58 60C50 60 44 56 40 48C36 60 28 62 22 56C26 48 32 46 40 48',
    )}${arrow(70, 34, 90, 34)}${arrow(72, 48, 92, 48)}${arrow(70, 62, 90, 62)}`,
  ),
  'set-point': drawing(
    `<rect x="38" y="10" width="16" height="56" rx="8" fill="#ffffff" stroke="${INK}" stroke-width="2.5"/><circle cx="46" cy="74" r="14" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/>${line(
      'M46 70V34',
      GREEN,
      5,
    )}${arrow(72, 46, 72, 24)}${line('M60 26h4M60 36h4M60 46h4', INK, 1.5)}`,
  ),
  draughts: drawing(
    `${ground}${line('M14 86V40L48 16L82 40V86')}<rect x="52" y="56" width="18" height="30" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/>${line(
      'M66 72h1',
      INK,
      3,
    )}<rect x="24" y="52" width="16" height="16" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/>${line('M32 52v16M24 60h16', INK, 1.5)}${cross(88, 62)}`,
  ),
  shade: drawing(
    `${ground}${unit(50, 52, 34)}${line('M16 86V44', INK, 4)}<circle cx="18" cy="32" r="16" fill="${PALE}" stroke="${GREEN}" stroke-width="2.5"/>${line(
      'M84 10l4 -4M76 6V2M92 18h3',
      INK,
      2,
    )}<circle cx="78" cy="16" r="7" fill="none" stroke="${INK}" stroke-width="2.5"/>${line('M66 26L34 46', INK, 1.5)}`,
  ),
  lint: drawing(
    `${ground}${unit(8)}<rect x="58" y="40" width="16" height="16" rx="2" fill="#ffffff" stroke="${INK}" stroke-width="2.5"/>${line('M54 20V86')}${arrow(
      76,
      48,
      93,
      48,
    )}${line('M82 38h1M88 42h1M84 56h1M90 58h1', INK, 3)}`,
  ),
  mowing: drawing(
    `${ground}${unit(6)}<path d="M50 80V68H72L78 80Z" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/><circle cx="55" cy="82" r="4" fill="#ffffff" stroke="${INK}" stroke-width="2.5"/><circle cx="73" cy="82" r="4" fill="#ffffff" stroke="${INK}" stroke-width="2.5"/>${line(
      'M52 68L44 44',
    )}${arrow(78, 70, 93, 60)}${line('M84 74l3 -3M88 78l3 -3', GREEN)}`,
  ),
  dogs: drawing(
    `${ground}${unit(8)}${line('M52 86V62M60 86V62M48 68h16M48 78h16', GREEN)}${line(
      'M72 86V72H88V86M88 72l4 -8h-6l-3 5H74l-4 -5',
    )}${line('M88 66h1', INK, 3)}`,
  ),
  fluff: drawing(
    `${ground}${unit(40, 50, 36)}${line('M6 34C14 20 24 26 30 30')}<path d="M28 26l10 4l-4 6l-9 -4Z" fill="${PALE}" stroke="${INK}" stroke-width="2.5"/>${arrow(
      40,
      36,
      50,
      44,
    )}${arrow(40, 32, 60, 40)}${line('M78 38h1M84 32h1M72 28h1M88 44h1', INK, 4)}`,
  ),
};
