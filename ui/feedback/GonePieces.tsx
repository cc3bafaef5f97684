import { plural } from '../../core/common/format';
import { Notice } from './Notice';

/** That pieces which were chosen are not there any more, so that nobody counts on them. */
export function GonePieces({ count, called = 'piece' }: { count: number; called?: string }) {
  if (count === 0) return null;
  return (
    <Notice tone="tight" role="status">
      {plural(count, called)} that you took {count === 1 ? 'is' : 'are'} not there any more, and left out.
    </Notice>
  );
}
