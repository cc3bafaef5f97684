import styles from './Swatch.module.css';

/** A yarn's colour as a dot, where there is no room for the yarn itself. */
export function Swatch({ hex, size = 30 }: { hex: string; size?: number }) {
  return <span className={styles.swatch} style={{ background: hex, width: size, height: size }} aria-hidden="true" />;
}
