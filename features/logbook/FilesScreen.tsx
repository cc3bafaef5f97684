'use client';

import { PageHead } from '../../ui/PageHead';
import { ArchivePanel } from './ArchivePanel';

/** Everything out, in formats that any program can read; and back in. */
export function FilesScreen({ empty }: { empty: boolean }) {
  return (
    <>
      <PageHead title="Take it along" under="All of it is yours, in formats that any program can read." />
      <ArchivePanel empty={empty} />
    </>
  );
}
