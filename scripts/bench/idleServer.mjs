/** A server that does nothing: what one waits for it, one waits for the machine. */
import { createServer } from 'node:http';

createServer((_request, answer) => answer.end('{}')).listen(Number(process.argv[2]));
