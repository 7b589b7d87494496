import type { Task } from '@elm-mist/core';
import { expose } from 'comlink';
import { think, type Thought } from './thinking';

const service = { think: (tasks: Task[], crew: number, tell: (thought: Thought) => void) => think(tasks, crew, tell) };
export type RunSheetService = typeof service;

expose(service);
