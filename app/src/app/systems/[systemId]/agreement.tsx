import { AgreementScreen } from '@/features/agreement/AgreementScreen';

export default function AgreementRoute() {
  return <AgreementScreen />;
}
