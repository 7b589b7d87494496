import { expose } from 'comlink';
import { PracticeBench } from './practiceOf';

const bench = new PracticeBench();
export type PracticeService = PracticeBench;

expose(bench);
