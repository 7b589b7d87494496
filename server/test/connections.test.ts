import { once } from 'node:events';
import { createServer, type ServerResponse } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { followConnections } from '../src/http/connections';

test('a server that stops lets go of connections nobody asked anything on, and answers what is under way to its end', async () => {
  let answering: ServerResponse | null = null;
  const server = createServer((request, response) => {
    if (request.url === '/slow') {
      answering = response;
      response.write('half');
    } else response.end('whole');
  });
  const letGo = followConnections(server);
  server.listen(0);
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  const open = () => {
    const socket = connect(port);
    let told = '';
    socket.on('data', (chunk: Buffer) => (told += chunk.toString()));
    socket.on('error', () => undefined);
    return { socket, told: () => told, ended: once(socket, 'close') };
  };
  const ask = (socket: ReturnType<typeof connect>, path: string) => socket.write(`GET ${path} HTTP/1.1\r\nHost: x\r\n\r\n`);

  const [unused, idle, busy] = [open(), open(), open()];
  await Promise.all([unused, idle, busy].map(({ socket }) => once(socket, 'connect')));
  ask(idle.socket, '/');
  await once(idle.socket, 'data');
  ask(busy.socket, '/slow');
  await once(busy.socket, 'data');

  const closed = new Promise((done) => server.close(done));
  letGo();
  await Promise.all([unused.ended, idle.ended]);
  expect(busy.socket.closed).toBe(false);
  answering!.end(' and half');
  await busy.ended;
  await closed;
  expect(busy.told()).toMatch(/half[^]*and half/);
});
