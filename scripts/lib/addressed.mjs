/**
 * The lock with where a registry keeps each package. Without that, npm asks the registry for all there is to know of each package before it fetches one,
 * which is half of an install. The lock itself names no place; the host here is one that is reserved for nowhere (RFC 2606), and npm puts that of
 * whoever installs in its stead (`--replace-registry-host=always`).
 */
const NOWHERE = 'https://registry.invalid';

const addressOf = (name, version) => `${NOWHERE}/${name}/-/${name.split('/').pop()}-${version}.tgz`;

/** @param lock text of package-lock.json. @returns the same with addresses */
export function addressed(lock) {
  const whole = JSON.parse(lock);
  for (const [path, entry] of Object.entries(whole.packages)) {
    const at = path.lastIndexOf('node_modules/');
    if (at < 0 || entry.link || entry.resolved) continue;
    entry.resolved = addressOf(entry.name ?? path.slice(at + 'node_modules/'.length), entry.version);
  }
  return JSON.stringify(whole);
}
