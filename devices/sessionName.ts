let made = 0;

/** A name of its own for each time that a device is switched on. */
export function sessionName(device: string, nowMs: number): string {
  return `${device}-${nowMs.toString(36)}-${(++made).toString(36)}`;
}
