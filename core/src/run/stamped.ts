/** A value with when, by whom, and by which event it came. */
export interface Stamped<T> {
  value: T;
  at: string;
  by: string;
  eventId: string;
}
