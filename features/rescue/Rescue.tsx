'use client';

import dynamic from 'next/dynamic';
import { contained } from '../../ui/feedback/contained';

/** Hardly ever seen, and so not sent with every page. */
export const Rescue = contained(dynamic(() => import('./RescueScreen').then((module) => module.RescueScreen)));
