/**
 * Whether whoever pressed is still on the screen where it was pressed. Asked for before a save is sent, and asked once it has come back: whoever has gone
 * elsewhere while a slow connection took its time is left where they are. It goes by the address, not by what is drawn: what a save brings back may well
 * draw the form anew.
 */
export function stillHere(): () => boolean {
  const pressedOn = location.pathname;
  return () => location.pathname === pressedOn;
}
