import { PlaceForm } from './PlaceForm';

export const NewPlace = () => <PlaceForm place={null} after={(saved) => `/places/${saved.id}/new-system`} />;
