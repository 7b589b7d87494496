import { expose } from 'comlink';
import { meterOf } from './meterOf';

const service = { meterOf };
export type MeterService = typeof service;

expose(service);
