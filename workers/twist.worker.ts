import type { OwnTwist } from '../core/twist/twist';
import type { TwistChange } from '../core/twist/twistChange';
import type { TwistLimits } from '../core/twist/twistSeverity';
import { type TwistSurvey, twistSurvey } from '../core/twist/twistSurvey';

/** What the page asks of the worker: to look at every centimetre of a strand. */
export interface TwistQuestion {
  question: number;
  change: TwistChange;
  own: OwnTwist | null;
  limits: TwistLimits;
}

export interface TwistReport {
  question: number;
  survey: TwistSurvey;
}

self.onmessage = ({ data: { question, change, own, limits } }: MessageEvent<TwistQuestion>) => {
  self.postMessage({ question, survey: twistSurvey(change, own, limits) } satisfies TwistReport);
};
