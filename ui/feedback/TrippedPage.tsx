'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { keepsForHere, putAside } from '../kept/keptValues';

/** Instead of a page that could not be shown. It comes with every page, and so is no more than this. */
export function TrippedPage({ reset }: { reset: () => void }) {
  const [kept] = useState(keepsForHere);
  return (
    <>
      <h1>This page tripped over a strand</h1>
      <p className="mt-3 mb-4">
        Nothing that was kept is lost. Try it again; if it stays so, the app’s own window says why.
        {kept && ' What you typed here and did not save may be the reason: it can be left out.'}
      </p>
      <div className="flex flex-wrap gap-3">
        <Button type="primary" onClick={reset}>
          Try again
        </Button>
        {kept && (
          <Button
            onClick={() => {
              putAside();
              reset();
            }}
          >
            Try again without what I typed
          </Button>
        )}
      </div>
    </>
  );
}
