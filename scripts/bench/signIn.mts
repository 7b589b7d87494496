/** The cookie of the demo's owner, by which a bench asks a real server. @param url of the server */
export async function demoCookie(url: string): Promise<string> {
  const answer = await fetch(`${url}/api/sign-in/demo`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id: 'wren-cotter', device: 'bench' }),
  });
  const cookie = answer.headers.get('set-cookie')?.split(';')[0];
  if (!cookie) throw new Error(`nobody was signed in: ${answer.status}`);
  return cookie;
}
