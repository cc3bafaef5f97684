'use client';

import { type ComponentType, type ReactNode, useEffect, useRef, useState } from 'react';

/**
 * An overlay that is loaded when it is first asked for. Until it is there, a press or Escape closes it and does nothing
 * more, as it will once it is there: else what was meant to close it would count, and it would open afterwards. Where the
 * app is away it does not open, and says so; the page stays. At a bench it is loaded ahead, for a run outlives the app.
 */
export function Opening<Props>({
  load,
  ahead = false,
  open,
  onLeave,
  children,
}: {
  load: () => Promise<ComponentType<Props>>;
  /** Loaded once somebody has begun to work here, when the page has nothing else to do. */
  ahead?: boolean;
  /** Undefined until it is first asked for. */
  open: boolean | undefined;
  onLeave: () => void;
  children: (Overlay: ComponentType<Props>) => ReactNode;
}) {
  const [overlay, setOverlay] = useState<{ Overlay: ComponentType<Props> }>();
  const [away, setAway] = useState(false);
  const latest = useRef({ load, onLeave });
  useEffect(() => {
    latest.current = { load, onLeave };
  });

  useEffect(() => {
    if (!ahead) return;
    const begun = new AbortController();
    const loadAhead = () => {
      begun.abort();
      requestIdleCallback(() => void latest.current.load().catch(() => {}), { timeout: AHEAD_MS });
    };
    for (const act of ['keydown', 'pointerdown']) document.addEventListener(act, loadAhead, { signal: begun.signal });
    return () => begun.abort();
  }, [ahead]);

  const loading = open === true && overlay === undefined;
  useEffect(() => {
    if (!loading) return;
    let left = false;
    latest.current.load().then(
      (Overlay) => setOverlay({ Overlay }),
      () => {
        if (left) return;
        setAway(true);
        latest.current.onLeave();
      },
    );
    const press = (event: KeyboardEvent) => {
      if (event.key === 'Escape') latest.current.onLeave();
    };
    document.addEventListener('keydown', press);
    return () => {
      left = true;
      document.removeEventListener('keydown', press);
    };
  }, [loading]);

  if (overlay) return children(overlay.Overlay);
  if (loading) return <div className="fixed inset-0 z-30" aria-hidden="true" onClick={onLeave} />;
  return away && <AppAway onSeen={() => setAway(false)} />;
}

const AHEAD_MS = 2000;
const READ_MS = 8000;

function AppAway({ onSeen }: { onSeen: () => void }) {
  const latest = useRef(onSeen);
  useEffect(() => {
    const wait = setTimeout(() => latest.current(), READ_MS);
    return () => clearTimeout(wait);
  }, []);
  return (
    <p
      role="alert"
      className="fixed z-30 inset-x-4 bottom-4 max-tablet:bottom-[calc(var(--tabs)_+_16px)] mx-auto w-fit py-2 px-4 rounded-md bg-ink text-paper"
    >
      The app cannot be reached just now; what you count is kept. Reload this page once the app is back.
    </p>
  );
}
