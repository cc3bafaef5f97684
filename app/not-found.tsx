import { ActionLink } from '../ui/controls/ActionLink';

/** It comes with every page, and so is no more than this. */
export default function NotFound() {
  return (
    <>
      <h1>There is nothing here</h1>
      <p className="mt-3 mb-4">It may have been undone, or the address has a mistake in it.</p>
      <ActionLink href="/yarns">To the shelf</ActionLink>
    </>
  );
}
