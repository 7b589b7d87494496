import type { Task } from '@elm-mist/core/runsheet';
import { expose } from 'comlink';
import { think, type Thought } from './thinking';

const service = {
  think: (tasks: Task[], crew: number, mostMs: number, tell: (thought: Thought) => void) => think(tasks, crew, tell, { mostMs }),
};
export type RunSheetService = typeof service;

expose(service);
