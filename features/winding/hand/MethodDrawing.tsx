import type { HandForm } from '../../../core/winding/run';
import { HoldingDrawing } from './HoldingDrawing';
import styles from './MethodDrawing.module.css';
import { type Holding, HOLDINGS, isHandStep } from './methods';
import { WindingDrawing } from './WindingDrawing';

/** One way to do it by hand: what yarn is wound on, what holds a hank, or how a skein is made again. */
export type MethodId = HandForm | Holding;

export const isHolding = (method: MethodId): method is Holding => HOLDINGS.some((each) => each === method);

/** One step of a method, drawn: it moves, unless it is to be still; a left hand does it the other way round. */
export function MethodDrawing({
  method,
  step,
  colourHex,
  width = 360,
  still = false,
  leftHanded = false,
  name,
}: {
  method: MethodId;
  step: string;
  colourHex: string;
  width?: number;
  still?: boolean;
  leftHanded?: boolean;
  /** Left out where the words stand beside it. */
  name?: string;
}) {
  return (
    <svg
      viewBox="0 0 360 190"
      width={width}
      height={(width * 190) / 360}
      className={`flex-none max-w-full h-auto ${still ? styles.still : ''}`}
      fill="none"
      {...(name === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': name })}
    >
      <g {...(leftHanded && { transform: 'matrix(-1 0 0 1 360 0)' })}>
        {isHolding(method) ? (
          <HoldingDrawing holding={method} step={step} colour={colourHex} />
        ) : (
          isHandStep(step) && <WindingDrawing form={method} step={step} colour={colourHex} />
        )}
      </g>
    </svg>
  );
}
