'use client';

import { Tour } from 'antd';
import type { ReactNode, RefObject } from 'react';
import { useLocalStorage } from '../../../ui/kept/useLocalStorage';

type Stop = RefObject<HTMLElement | null>;

/** What to look at on a first visit; whoever has seen or left it is not shown it again. */
export function FirstTour({ stops: [figures, answers, keep] }: { stops: [Stop, Stop, Stop] }) {
  const [seen, setSeen] = useLocalStorage('first visit', '');
  const stop = (target: Stop, placement: 'right' | 'bottom' | 'top', title: string, description: ReactNode) => ({
    target: () => target.current!,
    title,
    description,
    placement,
    style: { width: 340 },
  });
  return (
    <Tour
      open={seen === ''}
      // Whoever would rather type may: nothing is barred.
      mask={false}
      onClose={() => setSeen('seen')}
      onFinish={() => setSeen('seen')}
      steps={[
        stop(
          figures!,
          'right',
          'Begin with one yarn',
          'Its weight and what its band says. Any unit will do: 4 oz, 210 yd, 1/4 lb.',
        ),
        stop(answers!, 'top', 'Five questions', 'Each answers itself as you type, and says how sure it is.'),
        stop(
          keep!,
          'top',
          'Keep it when you like',
          <>
            Then wind it with the count kept for you. Press <kbd>?</kbd> anywhere to see the keys.
          </>,
        ),
      ]}
    />
  );
}
