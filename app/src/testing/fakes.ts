import { scheduleRun, type Task } from '@elm-mist/core/runsheet';

/** Where screens under test went, newest last. */
export const went: string[] = [];

/** The router of a page that stays where it is and writes down where it was sent. */
export const stillRouter = (params: Record<string, string> = {}) => ({
  Link: ({ children }: { children: unknown }) => children,
  router: {
    navigate: (href: string) => void went.push(href),
    replace: (href: string) => void went.push(href),
    push: (href: string) => void went.push(href),
    back: () => void went.push('back'),
    canGoBack: () => false,
    setParams: () => undefined,
  },
  useLocalSearchParams: () => params,
  usePathname: () => '/visits/v1/wash',
});

/** The run sheet's search, at once and on the page. */
export const searchAtOnce = () => ({
  useRunSheet: (tasks: readonly Task[], crew: number) => {
    const found = tasks.length > 0 ? scheduleRun(tasks, crew, 5) : null;
    return found && 'clash' in found ? { sheet: null, none: found, done: true } : { sheet: found, none: null, done: true };
  },
});
