/** A name that no one else has: for a request, or for a screen. Works on plain http in the house's own network, too. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(12));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
}
