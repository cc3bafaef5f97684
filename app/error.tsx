'use client';

import { Button, Result } from 'antd';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <Result
      status="error"
      title={<h1>This page tripped over a strand</h1>}
      subTitle="Nothing that was kept is lost. Try it again; if it stays so, the app’s own window says why."
      extra={
        <Button type="primary" onClick={reset}>
          Try again
        </Button>
      }
    />
  );
}
