import { ContainerForm } from '@/features/shelf/ContainerForm';

export default function ContainerRoute() {
  return <ContainerForm />;
}
