import type { Logger } from 'pino';
import { join, dirname } from 'node:path';
import { createApp } from '../app';
import { Changes } from '../http/changes';
import { Probes } from '../http/probes';
import { Troubles } from '../http/troubles';
import { Cards } from '../services/cards';
import { shopOf } from '../services/shop';
import { Backups } from '../upkeep/backups';
import { Upkeep } from '../upkeep/upkeep';
import { version as VERSION } from '../../package.json';
import type { MakeServer, SandboxServer } from './sandbox';

/** The program over the file of a practised visit: the same routes by its own clock, without backups and without a visit to practise in it. */
export function practiceServer(
  { store, now, hiddenOf }: SandboxServer,
  { script, webRoot, log }: { script: URL; webRoot: string; log: Logger },
): ReturnType<MakeServer> {
  const clock = () => now().getTime();
  const [changes, probes, cards, troubles] = [new Changes(store.writes), new Probes(clock), new Cards(store, script), new Troubles(clock)];
  const folder = join(dirname(store.file), 'backups');
  const backups = new Backups({
    file: store.file,
    folder,
    script,
    zone: () => shopOf(store.db).zone,
    now: clock,
    log: () => undefined,
    nightly: false,
  });
  const upkeep = new Upkeep({ store, backups, changes, cards, troubles, script, version: VERSION, now });
  const shops = { ownIsThere: () => false, besideDemo: () => false, open: () => undefined };
  const parts = { store, log, webRoot, now, changes, probes, cards, script, upkeep, shops };
  const app = createApp({ ...parts, meterSavings: null, sandboxes: null, hiddenOf });
  const callback = app.callback();
  return {
    answer: (request, response) => void callback(request, response),
    close: () => {
      upkeep.close();
      changes.close();
      probes.close();
      cards.close();
    },
  };
}
