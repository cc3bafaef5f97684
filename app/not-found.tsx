import { ActionLink } from '../ui/controls/ActionLink';

export default function NotFound() {
  return (
    <>
      <h1>There is nothing here</h1>
      <p style={{ margin: '10px 0 20px' }}>It may have been undone, or the address has a slip in it.</p>
      <ActionLink href="/yarns">To the shelf</ActionLink>
    </>
  );
}
