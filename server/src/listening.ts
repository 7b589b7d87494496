import { createServer, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { followConnections } from './http/connections';
import type { Program } from './program';
import type { Tls } from './tls';

/** How long a connection that nobody uses is kept, ms; nginx keeps its own for 60 s (its manual, "keepalive_timeout"; from memory). */
const IDLE_MS = 75_000;
/** How long an answer under way is waited for when the program stops, ms. */
const LAST_MS = 5000;

/**
 * Answers on a port.
 * @returns the server, and what lets requests under way finish, then closes the port and the shop's file; writes are synchronous, so none is ever
 * cut in half
 */
export function listening(
  program: Program,
  port: number,
  host?: string,
  tls: Tls | null = null,
): { server: Server; stop: () => Promise<void> } {
  const server = tls ? createSecureServer({ cert: tls.cert, key: tls.key }, program.answer) : createServer(program.answer);
  // Longer than a proxy before it holds an idle connection: it would send a request into one that has just been closed, and answer 502.
  server.keepAliveTimeout = IDLE_MS;
  server.listen(port, host);
  const letGo = followConnections(server);
  const stop = () =>
    new Promise<void>((done) => {
      const force = setTimeout(() => server.closeAllConnections(), LAST_MS);
      server.close(() => {
        clearTimeout(force);
        program.shut();
        done();
      });
      program.hush();
      letGo();
    });
  return { server, stop };
}
