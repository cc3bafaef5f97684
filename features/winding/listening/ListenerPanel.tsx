import type { Listener } from '../../../core/winding/run';
import { EarPanel } from './EarPanel';
import { EyePanel } from './EyePanel';
import type { Listeners } from './useListeners';

/** What the microphone or the camera has to say, beside the count. */
export function ListenerPanel({
  driver,
  listeners: { ear, eye, winder, sticker },
  enabled,
}: {
  driver: Listener;
  listeners: Listeners;
  enabled: boolean;
}) {
  return driver === 'microphone' ? (
    <EarPanel ear={ear} winder={winder} enabled={enabled} />
  ) : (
    <EyePanel eye={eye} sticker={sticker} enabled={enabled} />
  );
}
