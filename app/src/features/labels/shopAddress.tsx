import { Banner } from '@/ui';

/** Where this shop is reached: what a printed square opens. */
export const shopAddress = (path: string): string => `${window.location.origin}${path}`;

/** An address that only this machine knows is of no use on a label. @param code whether the label has a short code beside it */
export function AddressNote({ code }: { code: boolean }) {
  const { hostname, origin } = window.location;
  return ['localhost', '127.0.0.1', '[::1]'].includes(hostname) ? (
    <Banner tone="wait">
      {`Opened at ${origin}, which only this machine knows: print labels from a device that reached the shop by its name or number in the network.${code ? ' The short code works either way.' : ''}`}
    </Banner>
  ) : null;
}
