import { Only } from '@/features/people/Only';
import { AgreementScreen } from '@/features/agreement/AgreementScreen';

export default function AgreementRoute() {
  return (
    <Only power="money">
      <AgreementScreen />
    </Only>
  );
}
