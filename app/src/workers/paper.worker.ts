import { expose } from 'comlink';
import { paperOf } from './paperOf';

const service = { paperOf };
export type PaperService = typeof service;

expose(service);
