'use client';

import { Button } from 'antd';

/** It comes with every page, and so is no more than this. */
export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <>
      <h1>This page tripped over a strand</h1>
      <p className="mt-3 mb-4">
        Nothing that was kept is lost. Try it again; if it stays so, the app’s own window says why.
      </p>
      <Button type="primary" onClick={reset}>
        Try again
      </Button>
    </>
  );
}
