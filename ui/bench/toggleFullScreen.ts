/** The bench over the whole screen, or in its window again. */
export function toggleFullScreen(): void {
  // It may be forbidden; the bench works in a window as well.
  if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
  else void document.documentElement.requestFullscreen().catch(() => undefined);
}
