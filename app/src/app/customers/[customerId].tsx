import { CustomerPage } from '@/features/places/CustomerPage';

export default function CustomerRoute() {
  return <CustomerPage />;
}
