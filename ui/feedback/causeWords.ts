import type { Cause } from '../../core/winding/lengthCheck';

/** What is likely behind figures of one length that differ. */
export const CAUSE_WORDS: Record<Cause, string> = {
  'counter slipped': 'the strand slipped on the counter’s wheel, or pulses were missed',
  'counter ran on': 'something else ran through the counter, or it was not set to nothing',
  'turns missed or loose': 'turns were not counted, or the cake is looser than planned',
  'turns doubled or firm': 'turns counted twice, or the cake is firmer than planned',
  'light for its length': 'the scale or the tare, waste that was not noted, or a thinner yarn than its grist says',
  'heavy for its length': 'a bowl on the scale, a damp room, or a thicker yarn than its grist says',
  'two differ':
    'turns not counted, a strand that slips on the counter, a cake of another firmness, or a grist that is out',
  'none agree': 'more than one thing; none of the three is to be relied on',
};
