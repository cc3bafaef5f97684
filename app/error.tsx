'use client';

import { Button } from 'antd';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <>
      <h1>This page tripped over a strand</h1>
      <p style={{ margin: '10px 0 20px' }}>
        Nothing that was kept is lost. Try it again; if it stays so, the app’s own window says why.
      </p>
      <Button type="primary" onClick={reset}>
        Try again
      </Button>
    </>
  );
}
