import { X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { networkInterfaces, hostname } from 'node:os';
import { join } from 'node:path';
import { FolderError } from './store/open';

/** What an HTTPS server needs, and the authority that phones have to trust; null where somebody else's certificate is used. */
export interface Tls {
  cert: string;
  key: string;
  authority: string | null;
}

const DAY_MS = 86_400_000;
/** Phones take no server certificate that is good for longer than 825 days (Apple's requirement for trusted certificates; from memory). */
const SERVER_DAYS = 800;
const AUTHORITY_DAYS = 3650;
/** A new one is made so long before the end. */
const RENEW_DAYS = 30;
const OWN = 'on';

/** Names and addresses under which phones reach this machine. */
function namesHere(): { dns: string[]; ip: string[] } {
  const ip = Object.values(networkInterfaces()).flatMap((some) =>
    (some ?? []).filter(({ scopeid }) => !scopeid).map(({ address }) => address),
  );
  const name = hostname().toLowerCase();
  return { dns: [...new Set(['localhost', name, `${name.split('.')[0]}.local`])], ip: [...new Set(['127.0.0.1', '::1', ...ip])].sort() };
}

/** Writes a file that only its owner reads. */
function keep(file: string, text: string): void {
  writeFileSync(file, text, { mode: 0o600 });
  chmodSync(file, 0o600);
}

const goodFor = (certificate: X509Certificate): boolean => Date.parse(certificate.validTo) - Date.now() > RENEW_DAYS * DAY_MS;

/** The shop's own authority and a certificate under it for the names of this machine, made once and again before it ends or when the names change. */
async function ownTls(folder: string): Promise<Tls> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = (name: string) => join(folder, name);
  const read = (name: string) => readFileSync(file(name), 'utf8');
  // Only where it is needed: it takes a tenth of a second to load.
  const { generate } = await import('selfsigned');
  const until = (days: number) => ({ notBeforeDate: new Date(Date.now() - DAY_MS), notAfterDate: new Date(Date.now() + days * DAY_MS) });
  const usual = { keyType: 'ec', curve: 'P-256', algorithm: 'sha256' } as const;
  if (!existsSync(file('authority.crt'))) {
    const made = await generate([{ name: 'commonName', value: 'Elm Mist, this shop’s own authority' }], {
      ...usual,
      ...until(AUTHORITY_DAYS),
      extensions: [
        { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
        { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      ],
    });
    keep(file('authority.key'), made.private);
    keep(file('authority.crt'), made.cert);
  }
  const authority = read('authority.crt');
  const { dns, ip } = namesHere();
  const names = JSON.stringify([dns, ip]);
  const there = existsSync(file('server.crt')) && existsSync(file('names.json')) && read('names.json') === names;
  if (!there || !goodFor(new X509Certificate(read('server.crt')))) {
    const made = await generate([{ name: 'commonName', value: dns[1] ?? 'localhost' }], {
      ...usual,
      ...until(SERVER_DAYS),
      ca: { key: read('authority.key'), cert: authority },
      extensions: [
        { name: 'basicConstraints', cA: false, critical: true },
        { name: 'keyUsage', digitalSignature: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: [...dns.map((value) => ({ type: 2 as const, value })), ...ip.map((one) => ({ type: 7 as const, ip: one }))],
        },
      ],
    });
    keep(file('server.key'), made.private);
    keep(file('server.crt'), made.cert);
    keep(file('names.json'), names);
  }
  return { cert: `${read('server.crt').trim()}\n${authority.trim()}\n`, key: read('server.key'), authority };
}

/**
 * What the port is to speak.
 * @param setting `on` for an authority of the shop's own, kept beside its data; a folder with `cert.pem` (whole chain) and `key.pem`; empty for plain HTTP
 * @param root folder of the data
 * @throws FolderError where the named folder has no such files
 */
export async function tlsOf(setting: string, root: string): Promise<Tls | null> {
  if (setting === '' || setting === 'off') return null;
  if (setting === OWN) return ownTls(join(root, 'tls'));
  const [cert, key] = [join(setting, 'cert.pem'), join(setting, 'key.pem')];
  if (!existsSync(cert) || !existsSync(key))
    throw new FolderError(`ELM_MIST_TLS is "${setting}", where there is no cert.pem and key.pem. Put them there, or set it to on.`);
  return { cert: readFileSync(cert, 'utf8'), key: readFileSync(key, 'utf8'), authority: null };
}
