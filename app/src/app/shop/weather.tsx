import { Only } from '@/features/people/Only';
import { WeatherScreen } from '@/features/shop/WeatherScreen';

export default function WeatherScreenRoute() {
  return (
    <Only power="rules">
      <WeatherScreen />
    </Only>
  );
}
