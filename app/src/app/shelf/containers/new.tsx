import { ContainerForm } from '@/features/shelf/ContainerForm';

export default function NewContainerRoute() {
  return <ContainerForm />;
}
