'use client';

export { TrippedPage as default } from '../ui/feedback/TrippedPage';
