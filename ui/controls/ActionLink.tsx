import { Link } from './Link';
import type { ReactNode } from 'react';
import styles from './ActionLink.module.css';

/** A link that is what one came to the page to do. */
export function ActionLink({ href, children, quiet }: { href: string; children: ReactNode; quiet?: boolean }) {
  return (
    <Link href={href} className={styles.action} data-quiet={quiet}>
      {children}
    </Link>
  );
}
