'use client';

import { Button, Upload, type UploadProps } from 'antd';
import type { ReactNode } from 'react';

/** What makes of Ant Design's upload a choice of a file: it is handed on, and neither sent nor listed. */
export function picking(onPick: (file: File) => void): Pick<UploadProps, 'showUploadList' | 'beforeUpload'> {
  return {
    showUploadList: false,
    beforeUpload: (file) => {
      onPick(file);
      return false;
    },
  };
}

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
    <Upload id={id} accept={accept} disabled={disabled} hasControlInside {...picking(onPick)}>
      <Button disabled={disabled}>{children}</Button>
    </Upload>
  );
}
