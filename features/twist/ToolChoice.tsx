'use client';

import type { TwistTool } from '../../server/twist/twist';
import { Choice } from '../../ui/controls/Choice';

/** What it is wound onto. */
export function ToolChoice({
  tools,
  value,
  onChange,
}: {
  tools: readonly TwistTool[];
  value: string;
  onChange: (key: string) => void;
}) {
  return <Choice value={value} options={tools.map(({ key, name }) => [key, name] as const)} onChange={onChange} />;
}
