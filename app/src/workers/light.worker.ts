import { expose } from 'comlink';
import { lightOf } from './lightOf';

const service = { lightOf };
export type LightService = typeof service;

expose(service);
