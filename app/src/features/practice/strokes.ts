/** A place on the face, m from the left and from the top. */
export interface Place {
  x: number;
  y: number;
}

interface Timed extends Place {
  ms: number;
}

interface Stroke<Doing> {
  doing: Doing;
  points: Timed[];
  /** When the hand came off; null while it is on. */
  upMs: number | null;
  /** Worked up to here, and whether it was at all. */
  workedMs: number;
  begun: boolean;
}

/** What a hand does in one second: from where to where. */
export type Worked<Doing> = Doing & { path: [x0: number, y0: number, x1: number, y1: number] };

/**
 * What a hand did on the face and nobody has worked out yet, by the time each touch was made and not by when it is asked after:
 * a page that was busy, or a bench that was not there yet, loses no stroke.
 */
export class Strokes<Doing extends object> {
  private strokes: Stroke<Doing>[] = [];

  /** The hand is on it from `ms`, in milliseconds of the page's own clock, and does this until it is off. */
  down(at: Place, ms: number, doing: Doing): void {
    this.up(ms);
    this.strokes.push({ doing, points: [{ ...at, ms }], upMs: null, workedMs: ms, begun: false });
  }

  move(at: Place, ms: number): void {
    const stroke = this.strokes.at(-1);
    if (stroke?.upMs === null) stroke.points.push({ ...at, ms: Math.max(ms, stroke.points.at(-1)?.ms ?? ms) });
  }

  up(ms: number): void {
    const stroke = this.strokes.at(-1);
    if (stroke?.upMs === null) stroke.upMs = Math.max(ms, stroke.points.at(-1)?.ms ?? ms);
  }

  /** Whether anything is left to work out, or the hand is on it. */
  get any(): boolean {
    return this.strokes.length > 0;
  }

  clear(): void {
    this.strokes = [];
  }

  /**
   * The next seconds of practice up to now, `most` at most; each is let go once taken. The shortest tap is a second.
   * @param nowMs now, ms
   * @param secondMs how long a second of practice takes the hand, ms
   */
  take(nowMs: number, secondMs: number, most: number): Worked<Doing>[] {
    const taken: Worked<Doing>[] = [];
    while (taken.length < most) {
      const stroke = this.strokes[0];
      if (!stroke) break;
      const untilMs = stroke.upMs ?? nowMs;
      if (untilMs - stroke.workedMs >= secondMs || (!stroke.begun && stroke.upMs !== null)) {
        const endMs = stroke.workedMs + secondMs;
        const [from, to] = [placeAt(stroke.points, stroke.workedMs), placeAt(stroke.points, endMs)];
        taken.push({ ...stroke.doing, path: [from.x, from.y, to.x, to.y] });
        stroke.workedMs = endMs;
        stroke.begun = true;
        // It rested there until then: what moves it next goes on from here.
        if (endMs > (stroke.points.at(-1)?.ms ?? endMs)) stroke.points.push({ ...to, ms: endMs });
        // What lies behind is not looked through again.
        while ((stroke.points[1]?.ms ?? Infinity) <= endMs) stroke.points.shift();
      } else if (stroke.upMs !== null) this.strokes.shift();
      else break;
    }
    return taken;
  }
}

function placeAt(points: readonly Timed[], ms: number): Place {
  let from: Timed | undefined;
  for (const to of points) {
    if (to.ms > ms) {
      if (!from) return to;
      const share = (ms - from.ms) / (to.ms - from.ms);
      return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
    }
    from = to;
  }
  return from ?? { x: 0, y: 0 };
}
