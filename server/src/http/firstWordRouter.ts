import Router from '@koa/router';

type Stack = Router['stack'];

/** The first word of an address behind the prefix. It is no longer than that, and in any case of letters, as the router takes it. */
const wordOf = (path: string): string => (path.split('/', 3)[2] ?? '').toLowerCase();

/** A router that tries the routes which begin with the same word, not each of some hundred and fifty: for addresses of /prefix/word/…. */
export class FirstWordRouter extends Router {
  private readonly byWord = new Map<string, Stack>();
  /** How many routes there were when they were sorted. */
  private sorted = -1;

  override match(path: string, method: string): ReturnType<Router['match']> {
    const all = this.stack;
    if (this.sorted !== all.length) this.sort(all);
    try {
      this.stack = this.byWord.get(wordOf(path)) ?? this.byWord.get('') ?? all;
      return super.match(path, method);
    } finally {
      this.stack = all;
    }
  }

  /** What has a word of its own is tried for that alone, and the rest for every word; in the order in which they were given. */
  private sort(all: Stack): void {
    const own = new Map(
      all.map((layer) => [layer, typeof layer.path === 'string' && /^[\w-]+$/.test(wordOf(layer.path)) ? wordOf(layer.path) : '']),
    );
    this.byWord.clear();
    for (const word of new Set(['', ...own.values()]))
      this.byWord.set(
        word,
        all.filter((layer) => ['', word].includes(own.get(layer) ?? '')),
      );
    this.sorted = all.length;
  }
}
