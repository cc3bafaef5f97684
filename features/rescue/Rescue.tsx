'use client';

import dynamic from 'next/dynamic';

/** Hardly ever seen, and so not sent with every page. */
export const Rescue = dynamic(() => import('./RescueScreen').then((module) => module.RescueScreen));
