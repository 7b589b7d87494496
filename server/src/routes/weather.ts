import type Router from '@koa/router';
import rawBody from 'raw-body';
import { WEATHER_LIMIT } from '@elm-mist/contract';
import { keepWeather, readWeatherMatching } from '../services/weatherFiles';
import type { Store } from '../store/open';
import { askedOneOf, askedWord } from './asked';

/** Hourly air from a file, in place of the simulated feed. */
export function weatherRoutes(router: Router, store: Store, script: URL): void {
  router.post('/weather', async (ctx) => {
    const format = askedOneOf('format', ctx.query['format'], ['epw', 'csv'] as const);
    const matching = format === 'csv' ? readWeatherMatching(askedWord(ctx.query, 'columns', 1000)) : undefined;
    const text = (await rawBody(ctx.req, { limit: WEATHER_LIMIT })).toString('utf8');
    ctx.body = await keepWeather(store, script, text, matching);
  });
}
