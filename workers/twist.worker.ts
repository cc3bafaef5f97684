import type { OwnTwist } from '../core/twist/twist';
import type { TwistChange } from '../core/twist/twistChange';
import type { TwistLimits } from '../core/twist/twistSeverity';
import { type TwistSurvey, twistSurvey } from '../core/twist/twistSurvey';
import { answerWith } from './answering';

/** What the page asks of the worker: to look at every centimetre of a strand. */
export interface TwistQuestion {
  change: TwistChange;
  own: OwnTwist | null;
  limits: TwistLimits;
}

answerWith<TwistQuestion, TwistSurvey>(({ change, own, limits }, report) => report(twistSurvey(change, own, limits)));
