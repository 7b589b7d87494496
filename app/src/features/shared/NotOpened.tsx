import { RefusedError } from '@/data';
import { Trouble } from '@/ui';

/** Why a record cannot be shown: the server knows none such, or it is not on the device and the server is away. */
export function NotOpened({ what, error, retry }: { what: string; error: Error; retry: () => void }) {
  const refused = error instanceof RefusedError;
  return (
    <Trouble
      what={refused ? error.message : `This ${what} is not on this device`}
      kept={
        refused
          ? 'The address may be of another shop, or mistyped. Nothing was changed.'
          : 'Nothing was lost. It opens once the server is in reach.'
      }
      retry={retry}
    />
  );
}
