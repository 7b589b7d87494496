/**
 * Where this tab is: in the shop, or in a visit that is practised, which has a server, a clock and a store of its own. A tab stays where it is until
 * it is told to go elsewhere, over reloads too.
 */
export type Realm = 'shop' | 'practice' | 'exam';

const KEY = 'elm-mist.realm';
const STORE = 'elm-mist';

function read(): Realm {
  try {
    const kept = window.sessionStorage.getItem(KEY);
    return kept === 'practice' || kept === 'exam' ? kept : 'shop';
  } catch {
    return 'shop';
  }
}

export const realm: Realm = read();
export const inPractice = realm !== 'shop';
/** What this device keeps lies under this name. */
export const storeName = inPractice ? `${STORE}-practice` : STORE;
/** Where the server of this tab is. */
export const apiRoot = inPractice ? '/sandbox/api' : '/api';
/** An address of this tab's server. @param path after it */
export const apiAddress = (path: string): string => `${apiRoot}${path}`;

/** Lets go of what an earlier practised visit kept here. */
const emptied = (): Promise<void> =>
  new Promise((done) => {
    const request = window.indexedDB.deleteDatabase(`${STORE}-practice`);
    request.onsuccess = request.onerror = request.onblocked = () => done();
  });

/** Goes from the shop into a practised visit, or back: the page opens again there. @param fresh nothing kept of an earlier visit */
export async function enterRealm(next: Realm, href: string, fresh = false): Promise<void> {
  if (fresh) await emptied();
  if (next === 'shop') window.sessionStorage.removeItem(KEY);
  else window.sessionStorage.setItem(KEY, next);
  window.location.assign(href);
}
