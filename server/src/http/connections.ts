import type { Server } from 'node:http';
import type { Socket } from 'node:net';

/**
 * Follows the connections of a server, so that it can stop as soon as what is under way is answered. A browser holds some open that it has not
 * asked anything on yet; Node takes those for busy ones until their headers are overdue.
 * @returns lets go of whatever has no request under way, and of the rest as each is answered
 */
export function followConnections(server: Server): () => void {
  const underWay = new Map<Socket, number>();
  let letsGo = false;
  server.on('connection', (socket: Socket) => {
    underWay.set(socket, 0);
    socket.once('close', () => underWay.delete(socket));
  });
  server.on('request', (request, response) => {
    const { socket } = request;
    underWay.set(socket, (underWay.get(socket) ?? 0) + 1);
    response.once('close', () => {
      const left = (underWay.get(socket) ?? 1) - 1;
      if (underWay.has(socket)) underWay.set(socket, left);
      if (letsGo && left === 0) socket.end();
    });
  });
  return () => {
    letsGo = true;
    for (const [socket, requests] of underWay) if (requests === 0) socket.destroy();
  };
}
