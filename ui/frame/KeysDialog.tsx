'use client';

import { Modal } from 'antd';

const KEYS: Record<string, readonly (readonly [keys: string, does: string])[]> = {
  'On every page': [
    ['f', 'search everything'],
    ['b', 'to the bench, where something is being wound or cut'],
    ['?', 'show these keys; beside a run: help when something goes wrong'],
  ],
  'My yarn': [
    ['/', 'search your yarn'],
    ['↓', 'from the search into the shelf; arrows go from yarn to yarn'],
  ],
  'At the bench': [
    ['space', 'count; so do Enter, Page Down and a pedal'],
    ['⌫', 'take one back'],
    ['s', 'stop, and say why'],
    ['k', 'mark a knot; the other letters are on their buttons'],
  ],
  Days: [
    ['← →', 'move a task by a day; ↑ ↓ by a week'],
    ['Delete', 'let its day be proposed again'],
  ],
};

/** What each key does. */
export function KeysDialog({ open, onLeave }: { open: boolean; onLeave: () => void }) {
  return (
    <Modal title="Keys" open={open} onCancel={onLeave} footer={null}>
      {Object.entries(KEYS).map(([where, keys]) => (
        <section key={where} className="mt-4">
          <h3>{where}</h3>
          <dl className="grid grid-cols-[auto_1fr] gap-y-2 gap-x-4 mt-2 mb-0">
            {keys.map(([key, does]) => (
              <div key={key} className="contents">
                <dt>
                  <kbd>{key}</kbd>
                </dt>
                <dd className="m-0">{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Modal>
  );
}
