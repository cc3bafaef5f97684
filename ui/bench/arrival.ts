/**
 * Whether a bench was come to by a key that was pressed somewhere else: what is typed on may be meant for that place. A
 * page that was loaded anew, or opened by a touch, is meant.
 */
let byKey = false;

export function comeByKey(): void {
  byKey = true;
}

/** Asked once, as the bench opens. */
export function cameByKey(): boolean {
  const came = byKey;
  byKey = false;
  return came;
}
