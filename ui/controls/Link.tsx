'use client';

import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * Next's link, without its questions beforehand. Every page here is made when it is asked for, so half a hundred of them on
 * each page would bring nothing but the names of routes.
 */
export function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />;
}
