'use client';

import { Button, Upload } from 'antd';
import type { ReactNode } from 'react';

/** A button that takes a file from this machine, one at a time; a file can be dropped on it as well. */
export function FilePick({
  id,
  accept,
  disabled,
  onPick,
  children,
}: {
  id?: string;
  accept: string;
  disabled?: boolean;
  onPick: (file: File) => void;
  children: ReactNode;
}) {
  return (
    <Upload
      id={id}
      accept={accept}
      disabled={disabled}
      showUploadList={false}
      hasControlInside
      beforeUpload={(file) => {
        onPick(file);
        return false;
      }}
    >
      <Button disabled={disabled}>{children}</Button>
    </Upload>
  );
}
