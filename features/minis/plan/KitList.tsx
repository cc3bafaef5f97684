'use client';

import { Button } from 'antd';
import { Link } from '../../../ui/controls/Link';
import type { Kit } from '../../../core/minis/kits';
import type { MiniPlanPage } from '../../../server/minis/miniPlanPages';
import { useSystem } from '../../../ui/frame/Providers';
import { Problem } from '../../../ui/feedback/Notice';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { useTask } from '../../../ui/feedback/useTask';
import { pack } from '../actions';
import styles from './KitList.module.css';
import { sizeName } from '../words';

/** What goes into each kit, which mini that is, and what is missing for it. */
export function KitList({ page }: { page: MiniPlanPage }) {
  const { run, problem, busy } = useTask();
  const { kits } = page;
  const complete = kits.filter(({ missing, packed }) => missing === 0 && !packed).length;
  const packed = kits.filter((kit) => kit.packed).length;
  return (
    <section aria-label="Kits" className="[&_h2]:mb-2 my-4 mx-0">
      <h2>
        {packed === kits.length && kits.length > 0
          ? kits.length === 1
            ? 'Kit 1 is packed, and with it all'
            : `All ${kits.length} kits are packed`
          : complete > 0
            ? `${complete} kit${complete === 1 ? ' is' : 's are'} complete and can be packed`
            : 'Kits'}
      </h2>
      {kits.length === 0 && <p>Not one kit can be made of what was taken.</p>}
      <Problem words={problem} />
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-3">
        {kits.map((kit) => (
          <li
            key={kit.number}
            className="grid gap-1 content-start justify-items-start py-3 px-4 border-[1.5px] border-line rounded-lg bg-card data-[packed=true]:border-lichen data-[packed=true]:bg-lichen-wash"
            data-packed={kit.packed}
          >
            <h3>Kit {kit.number}</h3>
            <ul className={`${styles.lines} [&_svg]:flex-none grid gap-1`}>
              {kit.lines.map((line) => (
                <KitLineWords key={line.sizeId} page={page} line={line} />
              ))}
            </ul>
            {kit.packed ? (
              <Button type="text" disabled={busy} onClick={() => run(() => pack(page.id, kit.number, []))}>
                Unpack<span className="visually-hidden"> kit {kit.number}</span>
              </Button>
            ) : kit.missing === 0 ? (
              <Button
                disabled={busy}
                onClick={() =>
                  run(() =>
                    pack(
                      page.id,
                      kit.number,
                      kit.lines.flatMap(({ minis }) => minis),
                    ),
                  )
                }
              >
                Packed<span className="visually-hidden"> kit {kit.number}</span>
              </Button>
            ) : (
              <span className="text-amber font-semibold">{kit.missing} missing</span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

function KitLineWords({ page, line: { sizeId, minis, missing } }: { page: MiniPlanPage; line: Kit['lines'][number] }) {
  const system = useSystem();
  const size = page.plan.sizes.find(({ id }) => id === sizeId)!;
  const yarn = page.yarns.find(({ id }) => id === size.yarnId) ?? page.yarns[0]!;
  return (
    <li>
      <svg width={26} height={26} aria-hidden="true">
        {missing === 0 ? (
          <PieceGlyph form="mini skein" colourHex={yarn.colourHex} x={13} y={13} side={26} />
        ) : (
          <circle cx={13} cy={13} r={8.5} fill="none" stroke={yarn.colourHex} strokeWidth={2.5} strokeDasharray="3 3" />
        )}
      </svg>
      <span>
        {sizeName(size, system)}
        {size.yarnId !== null && page.yarns.length > 1 && ` of ${yarn.name}`}
        {': '}
        {minis.map((id, i) => (
          <span key={id}>
            {i > 0 && ', '}
            <Link href={`/pieces/${id}`}>
              {page.minis.find(({ pieceId }) => pieceId === id)!.label.replace('Mini skein ', 'no. ')}
            </Link>
          </span>
        ))}
        {missing > 0 && <strong>{minis.length > 0 ? ` and ${missing} missing` : `${missing} missing`}</strong>}
      </span>
    </li>
  );
}
