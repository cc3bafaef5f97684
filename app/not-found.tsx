'use client';

import { Result } from 'antd';
import { ActionLink } from '../ui/controls/ActionLink';

export default function NotFound() {
  return (
    <Result
      status="info"
      title={<h1>There is nothing here</h1>}
      subTitle="It may have been undone, or the address has a slip in it."
      extra={<ActionLink href="/yarns">To the shelf</ActionLink>}
    />
  );
}
