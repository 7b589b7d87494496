import { PasswordScreen } from '@/features/people/PasswordScreen';

export default function PasswordRoute() {
  return <PasswordScreen />;
}
