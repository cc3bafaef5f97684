import type { Metadata } from 'next';
import { TroubleScreen } from '../../features/trouble/TroubleScreen';

export const metadata: Metadata = { title: 'Something went wrong' };

export default async function Page({ searchParams }: { searchParams: Promise<{ what?: string }> }) {
  const { what } = await searchParams;
  return <TroubleScreen at={typeof what === 'string' ? what : undefined} />;
}
