'use client';

import { Empty } from 'antd';
import type { ReactNode } from 'react';
import type { PieceForm } from '../../core/yarn/piece';
import { Link } from '../controls/Link';
import { PieceGlyph } from '../thread/PieceGlyph';

/** A place where nothing is yet: what will be here, how to begin, and what can be asked meanwhile. */
export function NothingYet({
  title,
  drawn: [large, small],
  question,
  children,
}: {
  title: string;
  drawn: readonly [large: PieceForm, small: PieceForm];
  /** What can be asked of figures that are typed on the spot. */
  question?: string;
  children: ReactNode;
}) {
  return (
    <Empty
      className="[&_p+p]:mt-2 max-w-[36rem] my-10 mx-auto"
      styles={{ image: { height: 130, marginBottom: 12 } }}
      image={
        <svg width={220} height={130} aria-hidden="true">
          <PieceGlyph form={large} colourHex="#8a9a86" x={70} y={66} side={118} gone />
          <PieceGlyph form={small} colourHex="#b08d57" x={168} y={76} side={92} gone />
        </svg>
      }
      description={
        <>
          <h2 className="mb-2">{title}</h2>
          {children}
          {question && (
            <p>
              Only a question? <Link href="/quick">{question}</Link>, without keeping anything.
            </p>
          )}
        </>
      }
    />
  );
}
