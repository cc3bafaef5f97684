/**
 * Oak and lichen: quiet, high in contrast, so that the yarns' own colours are the brightest things on the screen. The
 * one place where the program's own colours are said: style sheets, Ant Design and charts take them from here.
 */
export const PALETTE = {
  light: {
    paper: '#f1f4f0',
    card: '#fbfcfa',
    sunk: '#e6ebe5',
    ink: '#14211b',
    'ink-soft': '#43524a',
    line: '#c7d0c8',
    edge: '#8d9a91',
    acorn: '#85451a',
    'acorn-strong': '#6b3512',
    'on-acorn': '#ffffff',
    lichen: '#2f6231',
    'lichen-wash': '#dfebd6',
    amber: '#7a4d00',
    'amber-wash': '#f7e8c4',
    madder: '#9a1f33',
    'madder-wash': '#f6dfe0',
  },
  dark: {
    paper: '#0f1612',
    card: '#18211b',
    sunk: '#1f2a23',
    ink: '#eaf0ea',
    'ink-soft': '#b3c0b7',
    line: '#38463d',
    edge: '#7b8a80',
    acorn: '#d99a62',
    'acorn-strong': '#eab584',
    'on-acorn': '#1d0f04',
    lichen: '#a4cc90',
    'lichen-wash': '#22331f',
    amber: '#e8bd69',
    'amber-wash': '#3a2d12',
    madder: '#f19aa1',
    'madder-wash': '#3d1c20',
  },
} as const;

type Shades = Partial<Record<keyof (typeof PALETTE)['light'], string>>;

/** On paper: black on white, and no ink spent on grounds. */
const PRINTED: Shades = {
  ...PALETTE.light,
  paper: '#ffffff',
  card: '#ffffff',
  sunk: '#f2f2f2',
  ink: '#000000',
  'ink-soft': '#333333',
  line: '#bbbbbb',
  'lichen-wash': '#ffffff',
  'amber-wash': '#ffffff',
  'madder-wash': '#ffffff',
};

/** The palette as CSS has it: light, dark and printed. */
export const PALETTE_CSS = `@layer base{
  :root{color-scheme:light;${variables(PALETTE.light)}}
  :root[data-theme='dark']{color-scheme:dark;${variables(PALETTE.dark)}}
  @media print{:root,:root[data-theme='dark']{color-scheme:light;${variables(PRINTED)}}}
}`;

function variables(shades: Shades): string {
  return Object.entries(shades)
    .map(([name, colour]) => `--${name}:${colour}`)
    .join(';');
}
