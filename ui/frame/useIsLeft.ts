'use client';

import { type RefObject, useEffect, useRef } from 'react';

/** Whether the part of the page that this belongs to has been left, or is gone. */
export function useIsLeft(): RefObject<boolean> {
  const isLeft = useRef(false);
  useEffect(() => {
    isLeft.current = false;
    return () => {
      isLeft.current = true;
    };
  }, []);
  return isLeft;
}
