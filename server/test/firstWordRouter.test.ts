import Router from '@koa/router';
import fc from 'fast-check';
import { FirstWordRouter } from '../src/http/firstWordRouter';

const PATHS = [
  '/visits',
  '/visits/:id',
  '/visits/:id/events',
  '/whole.zip',
  '/:word',
  '/days/:day/crews',
  '/report-ways',
  '/files/{*rest}',
  '/',
];

function filled<T extends Router>(router: T): T {
  router.use((_ctx, next) => next());
  for (const path of PATHS) {
    router.get(path, () => undefined);
    if (path.length % 2 === 0) router.put(path, () => undefined);
  }
  router.use('/visits/:id', (_ctx, next) => next());
  return router;
}

test('whatever is asked, the router by first words finds what the plain one finds, in the same order', () => {
  const [plain, byWord] = [filled(new Router({ prefix: '/api' })), filled(new FirstWordRouter({ prefix: '/api' }))];
  const found = (router: Router, path: string, method: string) => {
    const { path: at, pathAndMethod, route } = router.match(path, method);
    return { at: at.map((layer) => layer.path), taken: pathAndMethod.map((layer) => [layer.path, layer.methods]), route };
  };
  const words = fc.constantFrom(
    'visits',
    'VISITS',
    'days',
    'whole.zip',
    'report-ways',
    'files',
    'x',
    '',
    '%76isits',
    'crews',
    'events',
    ':id',
  );
  let routes = 0;
  fc.assert(
    fc.property(
      fc.array(words, { maxLength: 4 }),
      fc.constantFrom('/api', '/API', '', '/apis'),
      fc.constantFrom('GET', 'put', 'POST'),
      (parts, prefix, method) => {
        const path = [prefix, ...parts].join('/') || '/';
        const told = found(byWord, path, method);
        expect(told).toEqual(found(plain, path, method));
        if (told.route) routes += 1;
      },
    ),
    { numRuns: 500 },
  );
  expect(routes).toBeGreaterThan(20);
});
