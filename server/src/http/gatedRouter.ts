import Router, { type RouterMiddleware } from '@koa/router';

/**
 * A router whose guard is the first function of every route, put there when the route is registered. No order of middleware, no mount and no
 * spelling of an address reaches a handler without it. Addresses match exactly: case and a trailing slash count.
 */
export class GatedRouter extends Router {
  /** @param guardOf the guard of a route, from its method and pattern, such as "GET /api/visits/:id" */
  constructor(
    prefix: string,
    private readonly guardOf: (route: string) => RouterMiddleware[],
  ) {
    super({ prefix, sensitive: true, strict: true });
  }

  /** @throws Error for a route of several methods or patterns, which has no single row in the table */
  override register(...[path, methods, middleware, options]: Parameters<Router['register']>): ReturnType<Router['register']> {
    const handlers = Array.isArray(middleware) ? middleware : [middleware];
    // `use` registers without a method; only routes answer.
    if (methods.length === 0) return super.register(path, methods, handlers, options);
    if (methods.length > 1 || typeof path !== 'string') throw new Error(`One method and one pattern for each route: ${String(path)}`);
    const route = `${methods[0]?.toUpperCase()} ${this.opts.prefix ?? ''}${path}`;
    return super.register(path, methods, [...this.guardOf(route), ...handlers], options);
  }
}
