import type { ReactNode } from 'react';
import type { Trouble } from '../../core/trouble/trouble';
import {
  Arrow,
  Ball,
  Cake,
  Cross,
  Drawing,
  Ground,
  Hank,
  Here,
  Snarl,
  Steam,
  Strand,
  Swift,
  Tie,
  Tool,
  Winder,
} from './shapes';

/** What each trouble looks like, by its id. */
const SEEN: Readonly<Record<string, ReactNode>> = {
  'tangled hank': (
    <>
      <Snarl x={34} y={36} s={1.3} />
      <Snarl x={58} y={38} s={1.2} />
      <Strand d="M76 46q10 4 14 -4" />
    </>
  ),
  'folded back': (
    <>
      <Hank />
      <Tie x={20} y={36} />
      <Strand d="M24 30C44 26 50 34 40 38S22 40 24 44" />
      <Here x={38} y={36} r={13} />
    </>
  ),
  'off the umbrella': (
    <>
      <Tool d="M48 8V66M48 12L20 40L48 60L76 40ZM20 40H76" />
      <Strand d="M14 56q34 14 68 0M12 60q36 14 72 0" />
      <Arrow d="M84 30v18m-5 -5l5 5l5 -5" />
    </>
  ),
  'corner snag': (
    <>
      <Strand d="M16 14H72V58M22 20H66V58" faint />
      <Tool d="M72 14m-6 0a6 6 0 1 0 12 0a6 6 0 1 0 -12 0" />
      <Strand d="M72 14C84 6 88 26 76 24S62 10 78 12" />
      <Here x={76} y={16} r={15} />
    </>
  ),
  'round the post': (
    <>
      <Swift />
      <Tool d="M48 22V66" />
      <Strand d="M40 44q8 5 16 0M40 49q8 5 16 0M40 54q8 5 16 0M56 54q14 4 22 -6" />
    </>
  ),
  'dives inside': (
    <>
      <Hank />
      <Strand d="M88 14C70 8 56 18 54 34" />
      <Arrow d="M54 24v12m-4 -4l4 4l4 -4" />
    </>
  ),
  'sticky strands': (
    <>
      <Strand d="M10 26H86M10 36H86M10 46H86" />
      <Strand d="M22 26l6 10M36 36l-6 10M52 26l6 10M66 36l8 10M76 26l-8 10M44 36l5 10" faint />
    </>
  ),
  'in the gears': (
    <>
      <Cake y={24} w={40} h={26} />
      <Tool d="M34 54m-11 0a11 11 0 1 0 22 0a11 11 0 1 0 -22 0M62 54m-11 0a11 11 0 1 0 22 0a11 11 0 1 0 -22 0M34 43v-3M34 65v3M45 54h3M62 43v-3M62 65v3M73 54h3" />
      <Strand d="M40 38C42 46 50 50 48 56S40 60 48 64" />
      <Here x={48} y={54} r={10} />
    </>
  ),
  'over the base': (
    <>
      <Tool d="M24 56H72M48 56V66" />
      <Cake y={32} w={60} h={38} />
      <Strand d="M76 46C84 52 80 62 66 62S52 60 58 66" />
      <Here x={74} y={58} r={10} />
    </>
  ),
  'out of the notch': (
    <>
      <Winder />
      <Tool d="M44 18h8v6h-8z" />
      <Strand d="M54 22C66 16 78 22 86 14" />
      <Arrow d="M58 30l12 2m-5 -4l5 4l-5 3" />
    </>
  ),
  miscounted: (
    <>
      <Cake x={32} />
      <text x={72} y={50} textAnchor="middle" fontSize={40} fontWeight={700} fill="var(--madder)">
        ?
      </text>
    </>
  ),
  'strand broke': (
    <>
      <Strand d="M6 36H40M56 36H90" />
      <Strand d="M40 36l5 -5M40 36l6 1M40 36l4 5M56 36l-5 -5M56 36l-6 2M56 36l-4 5" faint />
      <Here x={48} y={36} r={14} />
    </>
  ),
  'wraps fly off': (
    <>
      <Cake x={40} />
      <Strand d="M60 30C82 22 84 46 70 44S74 62 90 58" />
    </>
  ),
  lump: (
    <>
      <Cake x={34} y={44} />
      <Strand d="M34 26C34 14 46 12 52 16" />
      <Snarl x={66} y={20} s={0.9} />
    </>
  ),
  'inner end lost': (
    <>
      <Cake />
      <Here x={48} y={24} r={13} />
      <text x={48} y={16} textAnchor="middle" fontSize={16} fontWeight={700} fill="var(--madder)">
        ?
      </text>
    </>
  ),
  collapsed: (
    <>
      <Strand d="M22 60C18 44 30 30 34 44C40 56 54 30 58 44S78 40 74 60Z" />
      <Strand d="M28 54q20 -8 40 0M26 48q14 -6 24 2" faint />
      <Ground />
    </>
  ),
  'falls apart': (
    <>
      <Winder />
      <Cake y={44} w={34} h={24} />
      <Strand d="M28 38C18 26 30 20 40 28M66 46C80 44 82 58 68 58" />
      <Arrow d="M84 22v14m-4 -4l4 4l4 -4" />
    </>
  ),
  'too tight': (
    <>
      <Cake w={38} h={34} />
      <Arrow d="M8 42h14m-5 -4l5 4l-5 4M88 42h-14m5 -4l-5 4l5 4" />
    </>
  ),
  'loop out': (
    <>
      <Cake />
      <Strand d="M58 24C60 6 76 8 66 26" />
      <Here x={64} y={16} r={12} />
    </>
  ),
  'stored tight': (
    <>
      <Cake x={34} w={34} />
      <Strand d="M62 20V58M68 20V58M74 20V58" />
      <Arrow d="M84 18v42m-4 -4l4 4l4 -4M80 22l4 -4l4 4" />
    </>
  ),
  pigtails: (
    <>
      <Strand d="M6 24H34C40 24 44 30 40 36S34 46 42 52S42 64 36 62M42 24H90" />
      <Strand d="M64 24c6 4 8 10 3 14s-5 8 1 11" />
    </>
  ),
  'single drifts': (
    <>
      <Strand d="M6 36H30M66 36H90" />
      <Strand
        d="M30 36C40 28 44 30 50 28M30 36C42 34 46 38 54 36M30 36C40 44 46 42 52 45M66 36C58 30 56 32 52 30M66 36C58 40 56 42 50 42"
        faint
      />
    </>
  ),
  'knot inside': (
    <>
      <Strand d="M6 36H38M58 36H90M38 36C44 26 56 28 56 36S44 46 42 36S54 26 58 36" />
      <Strand d="M46 28L40 18M52 44L58 54" />
    </>
  ),
  damage: (
    <>
      <Hank />
      <path
        d="M60 18C66 8 82 8 80 18S64 26 60 18ZM60 18C50 10 40 16 46 22S58 24 60 18Z"
        fill="var(--card)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      <Here x={24} y={44} r={8} />
    </>
  ),
  overplied: (
    <>
      <Strand d="M30 8C50 14 26 20 46 26S26 36 46 42S28 52 44 58M46 8C26 14 50 20 30 26S50 36 30 42S46 52 32 58" />
      <Strand d="M60 10C80 22 66 30 76 36S62 54 74 60" />
    </>
  ),
  underplied: <Strand d="M30 6C64 24 26 46 60 66M62 6C28 24 66 46 32 66" />,
  'twists up plying': (
    <>
      <Ball y={50} r={16} />
      <Strand d="M44 34C56 28 38 22 50 16S40 8 36 4M52 34C40 28 58 22 46 16S56 8 62 4" />
      <Arrow d="M74 44a18 12 0 0 1 -8 14m0 -6v6h6" />
    </>
  ),
  'undyed bands': (
    <>
      <path d="M12 24H84V48H12Z" fill="var(--acorn)" opacity={0.7} />
      <path d="M28 24h8v24h-8zM60 24h8v24h-8z" fill="var(--card)" />
      <Tie x={32} y={36} />
      <Tie x={64} y={36} />
    </>
  ),
  'plastic in heat': (
    <>
      <Tool d="M18 40H78L72 64H24Z" />
      <Strand d="M28 44q6 -6 10 0t10 0t10 0t8 0" />
      <Steam x={36} y={34} />
      <Cross x={78} y={18} />
    </>
  ),
  'numb finger': (
    <>
      <Tool d="M40 68V24a8 8 0 0 1 16 0V68" />
      <Strand d="M38 40q10 5 20 0M38 45q10 5 20 0M38 50q10 5 20 0" />
      <Here x={48} y={24} r={13} />
    </>
  ),
  'lots differ': (
    <>
      <path d="M10 14H48V58H10Z" fill="var(--acorn)" opacity={0.55} />
      <path d="M48 14H86V58H48Z" fill="var(--acorn)" opacity={0.85} />
      <Tool d="M48 10V62" />
    </>
  ),
  'band lost': (
    <>
      <Ball x={36} />
      <path d="M60 26h28v22H60z" fill="none" stroke="var(--ink-soft)" strokeWidth={2.2} strokeDasharray="4 4" />
      <text x={74} y={44} textAnchor="middle" fontSize={20} fontWeight={700} fill="var(--madder)">
        ?
      </text>
    </>
  ),
};

/** What one sees, as a small drawing. */
export function TroubleDrawing({ trouble: { id, name } }: { trouble: Pick<Trouble, 'id' | 'name'> }) {
  return <Drawing name={name}>{SEEN[id]}</Drawing>;
}
