import type { MiniCaution } from '../../core/minis/miniTies';
import { Notice } from './Notice';

const CAUTION_WORDS: Record<MiniCaution, { strong: string; more: string }> = {
  'plastic in hot dye': {
    strong: 'No acrylic or polyester in a hot dye bath.',
    more: 'It softens or melts there and takes hardly any colour. Leave this yarn out, or choose a cold way that its label allows.',
  },
  'nylon in hot dye': {
    strong: 'There is nylon in it.',
    more: 'In a blend with wool it usually bears the heat that wool does; go by the yarn’s label and the dye’s own instructions.',
  },
  felting: {
    strong: 'Untreated wool felts.',
    more: 'No sudden change of heat, no stirring or rubbing, no stream of water onto it. Let it cool down in the pot.',
  },
  'plant fibres': {
    strong: 'Plant fibres take other dyes than wool.',
    more: 'A dye for wool leaves them pale; see what the dye’s label says it is for.',
  },
  'tight ties': {
    strong: 'Tie loosely.',
    more: 'Beneath a tight tie no dye comes through, and an undyed band stays.',
  },
  'dye safety': {
    strong: 'Gloves, fresh air, and pots that are never used for food.',
    more: 'Read the safety sheet of the dye and the mordant; keep both, and the hot water, from children and animals; follow the local rules for what is left in the pot.',
  },
};

/** What to mind before a yarn goes into the pot or the water. */
export function Cautions({ cautions }: { cautions: readonly MiniCaution[] }) {
  if (cautions.length === 0) return null;
  return (
    <div className="col-span-full grid gap-1">
      {cautions.map((caution) => (
        <Notice key={caution} tone="tight">
          <strong>{CAUTION_WORDS[caution].strong}</strong> {CAUTION_WORDS[caution].more}
        </Notice>
      ))}
    </div>
  );
}
