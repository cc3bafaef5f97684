import type { ReactNode } from 'react';
import type { Act } from '../../core/trouble/trouble';
import { Arrow, Ball, Cake, Drawing, Ground, Hank, Scissors, Snarl, Steam, Strand, Tie, Tool } from './shapes';

const DONE: Readonly<Record<Act, ReactNode>> = {
  'lay down': (
    <>
      <Ground />
      <Snarl x={36} y={50} />
      <Strand d="M52 52C64 48 70 58 88 54" />
      <Arrow d="M36 8v20m-5 -5l5 5l5 -5" />
    </>
  ),
  hook: (
    <>
      <Cake y={46} />
      <Tool d="M84 6L54 26C48 30 46 24 50 22" />
      <Arrow d="M70 28l12 -8m-7 0l7 0l-1 7" />
    </>
  ),
  'from outside': (
    <>
      <Cake x={36} />
      <Strand d="M58 36C74 30 80 40 90 30" />
      <Arrow d="M70 52h16m-5 -4l5 4l-5 4" />
    </>
  ),
  'tube in': (
    <>
      <Cake y={48} h={30} />
      <Tool d="M42 6h12v28h-12z" />
      <Arrow d="M70 8v20m-5 -5l5 5l5 -5" />
    </>
  ),
  clip: (
    <>
      <Cake x={40} />
      <Tool d="M48 22v20a4 4 0 0 0 8 0V22M70 26v16" />
    </>
  ),
  unplug: (
    <>
      <Tool d="M10 24h26v24H10zM18 32v8M28 32v8M58 30h16v12H58zM58 34h-8M58 38h-8M74 36h16" />
      <Arrow d="M56 58h20m-5 -4l5 4l-5 4" />
    </>
  ),
  'turn back': (
    <>
      <Cake y={46} h={28} />
      <Arrow d="M70 22a24 10 0 1 0 -44 0m-4 -6l4 7l7 -3" />
    </>
  ),
  'lift off': (
    <>
      <Tool d="M20 64H76M48 64V52" />
      <Cake y={32} h={30} />
      <Arrow d="M84 56V34m-5 5l5 -5l5 5" />
    </>
  ),
  spread: (
    <>
      <Strand d="M8 36C30 36 34 16 60 14S84 16 90 14M8 36C36 36 40 28 60 28H90M8 36C36 36 40 44 60 46H90M8 36C30 36 34 58 60 60H90" />
      <Arrow d="M48 30V18m-4 4l4 -4l4 4M48 42V54m-4 -4l4 4l4 -4" />
    </>
  ),
  'lift over': (
    <>
      <Tool d="M48 66V36m-6 0h12" />
      <Strand d="M10 52C30 52 34 20 48 20S66 52 86 52" />
      <Arrow d="M22 30C30 12 64 10 74 28m-8 -2l8 3l1 -8" />
    </>
  ),
  snap: (
    <>
      <Strand d="M12 16C20 66 76 66 84 16M20 16C28 54 68 54 76 16" />
      <Arrow d="M6 40L0 34M90 40l6 -6M48 60v8" />
    </>
  ),
  hang: (
    <>
      <Tool d="M14 66V14H30M82 66V14H66" />
      <Strand d="M22 14C26 50 70 50 74 14M26 14C32 42 64 42 70 14" />
    </>
  ),
  'open loops': (
    <>
      <Hank />
      <Arrow d="M40 36H24m5 -4l-5 4l5 4M56 36H72m-5 -4l5 4l-5 4" />
    </>
  ),
  tie: (
    <>
      <Strand d="M8 28H88M8 36H88M8 44H88" />
      <Tie x={34} y={36} loose />
      <Tool d="M34 26l-6 -12M34 26l8 -12" />
    </>
  ),
  join: (
    <>
      <Strand d="M6 48H38M58 48H90M38 48C44 38 56 40 56 48S44 58 42 48S54 38 58 48" />
      <Scissors x={50} y={18} />
    </>
  ),
  weigh: (
    <>
      <Tool d="M20 58h56v10H20zM28 58V52H68V58" />
      <Cake y={34} h={26} w={34} />
    </>
  ),
  measure: (
    <>
      <Tool d="M8 44h80v16H8zM18 44v8M28 44v6M38 44v8M48 44v6M58 44v8M68 44v6M78 44v8" />
      <Strand d="M8 30H88" />
    </>
  ),
  'let hang': (
    <>
      <Strand d="M48 6V30" />
      <Ball y={46} r={15} />
      <Arrow d="M24 52a24 10 0 0 0 48 0m-8 2l8 -3l3 8" />
    </>
  ),
  'twist in': (
    <>
      <Strand d="M8 30C24 24 32 42 48 36S72 30 88 36M8 42C24 48 32 30 48 36S72 42 88 36" />
      <Arrow d="M40 58h24m-6 -5l6 5l-6 5" />
    </>
  ),
  steam: (
    <>
      <Hank y={24} ry={16} />
      <Steam x={38} y={68} />
    </>
  ),
  'slide off': (
    <>
      <Tool d="M24 68V26a8 8 0 0 1 16 0V68" />
      <Strand d="M50 26q12 6 24 0M50 32q12 6 24 0M50 38q12 6 24 0" />
      <Arrow d="M44 12h22m-6 -5l6 5l-6 5" />
    </>
  ),
  'turn over': (
    <>
      <Cake y={40} h={28} />
      <Arrow d="M14 50C2 30 14 10 34 12m-7 -6l8 6l-6 7M82 30C94 50 82 68 62 66m7 6l-8 -6l6 -7" />
    </>
  ),
  look: (
    <>
      <Tool d="M58 46L76 64M40 32m-20 0a20 20 0 1 0 40 0a20 20 0 1 0 -40 0" />
      <Strand d="M24 34C32 26 38 40 46 32S54 30 56 32" />
    </>
  ),
  tuck: (
    <>
      <Strand d="M14 20V58M26 20V58M38 20V58M50 20V58" />
      <Strand d="M84 26C70 24 62 44 54 40H10" />
      <Arrow d="M74 54H60m5 -4l-5 4l5 4" />
    </>
  ),
  alternate: (
    <>
      <path d="M10 10H86V23H10ZM10 36H86V49H10Z" fill="var(--acorn)" opacity={0.85} />
      <path d="M10 23H86V36H10ZM10 49H86V62H10Z" fill="var(--acorn)" opacity={0.45} />
    </>
  ),
  'put away': (
    <>
      <Tool d="M22 28H74L70 66H26ZM36 28V22a12 10 0 0 1 24 0v6" />
      <Ball y={48} r={12} />
    </>
  ),
  'work on': (
    <>
      <Tool d="M16 10L62 48M80 10L34 48" />
      <Strand d="M34 34h6v6h-6zM42 40h6v6h-6zM50 40h6v6h-6zM58 34h6v6h-6z" faint />
      <Strand d="M48 50C50 60 62 66 88 62" />
    </>
  ),
};

/** What a hand does, as a small drawing. */
export function ActDrawing({ act, name }: { act: Act; name: string }) {
  return <Drawing name={name}>{DONE[act]}</Drawing>;
}
