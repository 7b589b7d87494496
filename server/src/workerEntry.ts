import type { CARD_THREAD } from './services/cards';
import type { SAVINGS_THREAD } from './services/meterSavings';
import type { PAPER_THREAD, PaperWork } from './services/reportPaper';
import type { SavingsWork } from './services/savingsThread';
import type { WEATHER_THREAD, WeatherWork } from './services/weatherThread';
import type { BACKUP_THREAD, BackupWork } from './upkeep/backupThread';
import type { WHOLE_THREAD, WholeWork } from './upkeep/wholeOut';

/** What a thread is for, and what it is handed; the thread of cards is handed its work later. */
export type ThreadData =
  | { is: typeof PAPER_THREAD; work: PaperWork }
  | { is: typeof SAVINGS_THREAD; work: SavingsWork }
  | { is: typeof BACKUP_THREAD; work: BackupWork }
  | { is: typeof WHOLE_THREAD; work: WholeWork }
  | { is: typeof WEATHER_THREAD; work: WeatherWork }
  | typeof CARD_THREAD;

/** Does what a thread of the program was started for. */
export async function workerEntry(data: ThreadData): Promise<void> {
  if (data === 'cards') (await import('./services/cardThread')).computeCards();
  else if (data.is === 'paper') await (await import('./services/paperThread')).setOnPaper(data.work);
  else if (data.is === 'savings') (await import('./services/savingsThread')).sendSavings(data.work);
  else if (data.is === 'backup') (await import('./upkeep/backupThread')).backUp(data.work);
  else if (data.is === 'weather') (await import('./services/weatherThread')).readWeather(data.work);
  else await (await import('./upkeep/wholeOut')).takeWhole(data.work);
}
