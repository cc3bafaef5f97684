'use client';

import { useRouter } from 'next/navigation';
import { PageHead } from '../../ui/frame/PageHead';
import { TroubleHelper } from '../../ui/trouble/TroubleHelper';

/** Help for whoever stands before a mess, away from any run. */
export function TroubleScreen({ at }: { at: string | undefined }) {
  const router = useRouter();
  return (
    <>
      <PageHead title="Something went wrong" under="Stop pulling, and pick what you see." />
      <TroubleHelper
        at={at}
        go={(id) => router.push(id === undefined ? '/trouble' : `/trouble?what=${encodeURIComponent(id)}`)}
      />
    </>
  );
}
