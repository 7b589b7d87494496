/** An address as an attacker would write it, with what is odd about it. */
export interface Spelling {
  how: string;
  path: string;
}

const percent = (text: string) => [...text].map((sign) => `%${sign.charCodeAt(0).toString(16)}`).join('');

/** Each letter of every second word in the other case. */
const mixedCase = (text: string) => [...text].map((sign, i) => (i % 2 === 0 ? sign.toUpperCase() : sign.toLowerCase())).join('');

/**
 * Other ways to write the address of a route. Some name the same route, most name none; none may open what the plain one closes.
 * @param path a plain one, beginning with /api/
 */
export function spellings(path: string): Spelling[] {
  const words = path.split('/').slice(2);
  const [first = '', ...rest] = words;
  const under = (prefix: string, ...parts: string[]) => [prefix, ...parts].join('/');
  return [
    { how: 'plain', path },
    { how: 'prefix in capitals', path: under('/API', ...words) },
    { how: 'all in capitals', path: path.toUpperCase() },
    { how: 'mixed case', path: mixedCase(path) },
    { how: 'first word in capitals', path: under('/api', first.toUpperCase(), ...rest) },
    { how: 'trailing slash', path: `${path}/` },
    { how: 'two trailing slashes', path: `${path}//` },
    { how: 'doubled first slash', path: `/${path}` },
    { how: 'doubled slashes', path: path.replaceAll('/', '//') },
    { how: 'prefix encoded', path: under(`/${percent('api')}`, ...words) },
    { how: 'first word encoded', path: under('/api', percent(first), ...rest) },
    { how: 'slash encoded', path: `/api%2f${words.join('/')}` },
    { how: 'encoded twice', path: under('/api', percent(first).replaceAll('%', '%25'), ...rest) },
    { how: 'dot segment', path: under('/api/.', ...words) },
    { how: 'dot-dot segment', path: under('/api/me/..', ...words) },
    { how: 'encoded dot-dot segment', path: under('/api/me/%2e%2e', ...words) },
    { how: 'from outside', path: `/assets/..${path}` },
    { how: 'semicolon', path: `${path};jsessionid=1` },
    { how: 'semicolon in the prefix', path: under('/api;x=1', ...words) },
    { how: 'backslash', path: `/api\\${words.join('\\')}` },
    { how: 'file ending', path: `${path}.json` },
    { how: 'null byte', path: `${path}%00` },
    { how: 'query', path: `${path}?role=owner&_method=GET` },
    { how: 'absolute address', path: `http://localhost${path}` },
    { how: 'under the practice mount', path: under('/sandbox/api', ...words) },
    { how: 'practice mount in capitals', path: under('/SANDBOX/API', ...words) },
    { how: 'practice mount, first word in capitals', path: under('/sandbox/api', first.toUpperCase(), ...rest) },
    { how: 'practice mount, back to the shop', path: `/sandbox/api/..${path}` },
    { how: 'practice mount, run together', path: `/sandbox/api${words.join('/')}` },
  ];
}

/** Methods and headers that some servers take for another method. */
export const DISGUISES: readonly { how: string; method: (plain: string) => string; headers: (plain: string) => Record<string, string> }[] =
  [
    { how: 'plain', method: (plain) => plain, headers: () => ({}) },
    { how: 'HEAD', method: () => 'HEAD', headers: () => ({}) },
    { how: 'lower case', method: (plain) => plain.toLowerCase(), headers: () => ({}) },
    { how: 'X-HTTP-Method-Override', method: () => 'POST', headers: (plain) => ({ 'X-HTTP-Method-Override': plain }) },
    { how: 'X-Method-Override', method: () => 'GET', headers: (plain) => ({ 'X-Method-Override': plain, 'X-HTTP-Method': plain }) },
    {
      how: 'rewritten address',
      method: (plain) => plain,
      headers: () => ({ 'X-Original-URL': '/api/health', 'X-Rewrite-URL': '/api/health', 'X-Forwarded-Prefix': '/sandbox' }),
    },
  ];
