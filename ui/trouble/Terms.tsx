import { Tooltip } from 'antd';
import { Fragment } from 'react';
import { TERMS } from '../../core/trouble/terms';

/** A sentence in which terms of the craft are explained where one points at them, or comes to them by Tab. */
export function Terms({ text }: { text: string }) {
  return text.split('*').map((part, i) => {
    const meaning = i % 2 === 1 ? TERMS[part] : undefined;
    if (meaning === undefined) return <Fragment key={i}>{part}</Fragment>;
    return (
      <Tooltip key={i} title={meaning} trigger={['hover', 'focus', 'click']}>
        <span tabIndex={0} className="underline decoration-dotted underline-offset-[3px] cursor-help">
          {part}
          <span className="visually-hidden"> ({meaning})</span>
        </span>
      </Tooltip>
    );
  });
}
