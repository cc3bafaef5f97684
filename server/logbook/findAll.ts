import { TASK_WORDS } from '../../core/days/taskWords';
import { findTroubles } from '../../core/trouble/trouble';
import { TROUBLES } from '../../core/trouble/troubles';
import type { Db } from '../../db/common/connection';
import { dayOf } from '../../core/days/days';
import { findOperations } from '../../db/logbook/logbook';
import { findPieces, findNamed } from '../../db/logbook/finding';
import { goneYarnsLike } from '../../db/yarn/yarns';
import { linesOf } from './logbook';
import { refreshSummaries, onShelf } from '../yarn/shelf';
import { nameOfYarn } from '../yarn/yarnViews';

/** Something that was found, wherever it is. */
export interface Found {
  kind: 'place' | 'yarn' | 'piece' | 'project' | 'knitting' | 'minis' | 'tool' | 'task' | 'entry' | 'trouble';
  href: string;
  title: string;
  about: string;
  colourHex: string | null;
}

/** Where one may want to go, with the words that one may have for it. */
const PLACES: readonly { href: string; title: string; words: string }[] = [
  { href: '/', title: 'Today', words: 'today home start now reach' },
  { href: '/yarns', title: 'Yarns', words: 'yarns shelf stash store' },
  { href: '/yarns/new', title: 'Add a yarn', words: 'add new yarn band' },
  { href: '/yarns/import', title: 'Import a list of yarns', words: 'import list csv spreadsheet read' },
  { href: '/yarns/gone', title: 'Archived yarn', words: 'archive archived gone deleted put away merged off shelf' },
  { href: '/projects', title: 'Projects', words: 'projects enough knit knitting crochet needles rows border' },
  { href: '/projects/new', title: 'Start a project', words: 'new project begin' },
  { href: '/winding', title: 'Winding', words: 'winding wind cake ball winder swift' },
  {
    href: '/winding/by-hand',
    title: 'Winding by hand',
    words: 'hand nostepinne tube thumb fingers butterfly flat ball chairs helper knees elbow skein left-handed',
  },
  { href: '/minis', title: 'Minis', words: 'minis mini skeins cut map kits' },
  { href: '/minis/new', title: 'Plan minis', words: 'new minis plan cut' },
  { href: '/market', title: 'Market table', words: 'market table sell sold price stock labels logo' },
  { href: '/dyeing', title: 'Dye book', words: 'dye book dyeing dyes bath pot recipe colourway' },
  { href: '/quick', title: 'Quick answers', words: 'quick enough fit turns minis twist question' },
  { href: '/twist', title: 'Twist', words: 'twist s z' },
  { href: '/twist/ply', title: 'Ply', words: 'ply plying bobbins singles' },
  { href: '/twist/wheel', title: 'At the wheel', words: 'wheel spindle treadles spin spinning hung skein balance' },
  { href: '/twist/practice', title: 'Practise twist', words: 'practice practise learn exercise twist' },
  { href: '/days', title: 'Days', words: 'days schedule plan calendar when due' },
  { href: '/days/new', title: 'Add a task', words: 'plan job to do' },
  { href: '/logbook', title: 'Logbook', words: 'logbook log history calendar entries' },
  { href: '/logbook/answers', title: 'What the log shows', words: 'charts answers time snags full estimates' },
  {
    href: '/logbook/files',
    title: 'Export and backup',
    words: 'archive export import backup snapshot restore csv api files',
  },
  { href: '/trouble', title: 'Something went wrong', words: 'trouble help wrong mess tangled broken' },
  { href: '/bench', title: 'Bench', words: 'bench tools winders swifts scales settings schools' },
];

const MOST_OF_A_KIND = 6;
const MOST_TROUBLES = 3;

/** Everything that words find: places of the app first, then what is nearest to the hand. */
export function findAll(db: Db, asked: string): Found[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  refreshSummaries(db);
  const begins = (text: string) => {
    const parts = text.toLowerCase().split(/\s+/);
    return words.every((word) => parts.some((part) => part.startsWith(word)));
  };
  const places = PLACES.filter(({ title, words }) => begins(`${title} ${words}`)).map(({ href, title }): Found => ({
    kind: 'place',
    href,
    title,
    about: '',
    colourHex: null,
  }));
  const yarns = onShelf(db, { words }, MOST_OF_A_KIND).map(({ id, name, maker, total, place, colourHex }): Found => ({
    kind: 'yarn',
    href: `/yarns/${id}`,
    title: name,
    about: [maker, total, place].filter(Boolean).join(' · '),
    colourHex,
  }));
  const gone = goneYarnsLike(db, words, 3).map((yarn): Found => ({
    kind: 'yarn',
    href: `/yarns/${yarn.id}`,
    title: nameOfYarn(yarn),
    about: `archived: ${yarn.gone === 'put away' ? 'by you' : yarn.gone}`,
    colourHex: yarn.colourHex,
  }));
  const pieces = findPieces(db, words, MOST_OF_A_KIND).map(
    ({ id, label, line, colourName, maker, colourHex, gone }): Found => ({
      kind: 'piece',
      href: `/pieces/${id}`,
      title: `${label} of ${nameOfYarn({ line, colourName, maker })}`,
      about: gone ? 'used up' : '',
      colourHex,
    }),
  );
  const named = findNamed(db, words, MOST_OF_A_KIND).map(({ kind, id, name, about }): Found => {
    switch (kind) {
      case 'project':
        return { kind, href: `/projects/${id}`, title: name, about: 'project', colourHex: null };
      case 'knitting':
        return { kind, href: `/projects/knitting/${id}`, title: name, about: 'on the needles', colourHex: null };
      case 'minis':
        return { kind, href: `/minis/${id}`, title: name, about: 'minis', colourHex: null };
      case 'tool':
        return { kind, href: '/bench', title: name, about: `${about} on the bench`, colourHex: null };
      case 'task':
        return {
          kind,
          href: `/days/${id}`,
          title: name,
          about: TASK_WORDS[about as keyof typeof TASK_WORDS] ?? '',
          colourHex: null,
        };
    }
  });
  const entries = linesOf(db, findOperations(db, { noteWords: words }, MOST_OF_A_KIND)).map(
    ({ id, note, yarn, at }): Found => ({
      kind: 'entry',
      href: `/logbook/${id}`,
      title: note.length > 90 ? `${note.slice(0, 88)}…` : note,
      about: `${yarn.name}, ${dayOf(at)}`,
      colourHex: yarn.colourHex,
    }),
  );
  const troubles = findTroubles(TROUBLES, asked)
    .slice(0, MOST_TROUBLES)
    .map(({ id, name, cause }): Found => ({
      kind: 'trouble',
      href: `/trouble?what=${encodeURIComponent(id)}`,
      title: name,
      about: cause,
      colourHex: null,
    }));
  return [...places.slice(0, 4), ...troubles, ...yarns, ...pieces, ...named, ...entries, ...gone];
}
