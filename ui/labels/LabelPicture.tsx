'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { LabelSheet } from '../../core/exchange/labelSheet';
import { Problem } from '../feedback/Notice';
import { contained } from '../feedback/contained';

const QRCode = contained(dynamic(() => import('antd/es/qr-code'), { ssr: false }));

interface Words {
  title: string;
  figures: string;
  lines: string[];
  url: string;
  logo?: string;
}

/** Pixels to a millimetre: half as large again as it is printed. */
const SCALE = 5.6;

/** The first of the labels as it will be, while one chooses what stands on it. */
export function LabelPicture({ address, sheet }: { address: string; sheet: LabelSheet }) {
  const [words, setWords] = useState<Words>();
  const [problem, setProblem] = useState('');
  useEffect(() => {
    const gone = new AbortController();
    fetch(`${address}&look=1`, { signal: gone.signal })
      .then(async (answer) => {
        const given = (await answer.json()) as Words & { error?: { message: string } };
        setProblem(answer.ok ? '' : (given.error?.message ?? ''));
        if (answer.ok) setWords(given);
      })
      .catch(() => {
        // Away for a moment, or asked anew meanwhile: the last picture stands.
      });
    return () => gone.abort();
  }, [address]);
  return (
    <>
      {words && (
        <figure
          className="m-0 flex gap-3 items-center justify-between p-3 border-[1.5px] border-line rounded-md overflow-hidden max-w-full"
          // As it is printed, whatever the screen's colours are.
          style={{ width: sheet.widthMm * SCALE, minHeight: sheet.heightMm * SCALE, background: '#fff', color: '#000' }}
          aria-label="The label as it will be"
        >
          <div className="leading-[1.25] min-w-0">
            <strong className="block">{words.title}</strong>
            <strong className="block text-lead">{words.figures}</strong>
            {words.lines.map((line, i) => (
              <span key={i} className="block text-small">
                {line}
              </span>
            ))}
          </div>
          {/* It only shows how the code will lie there; the page that it opens is this plan's. */}
          <span aria-hidden="true" className="flex-none grid gap-2 justify-items-center">
            {words.logo && (
              // eslint-disable-next-line @next/next/no-img-element -- it comes with the words, as it is printed
              <img src={words.logo} alt="" className="max-w-[92px] max-h-[48px]" />
            )}
            <QRCode
              value={words.url}
              size={words.logo ? 78 : 92}
              bordered={false}
              type="svg"
              color="#000"
              bgColor="#fff"
            />
          </span>
        </figure>
      )}
      <Problem words={problem} />
    </>
  );
}
