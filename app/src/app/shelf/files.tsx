import { FilesScreen } from '@/features/shelf/FilesScreen';

export default function FilesRoute() {
  return <FilesScreen />;
}
