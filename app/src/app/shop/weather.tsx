import { WeatherScreen } from '@/features/shop/WeatherScreen';

export default function WeatherScreenRoute() {
  return <WeatherScreen />;
}
