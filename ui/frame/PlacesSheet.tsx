'use client';

import { Drawer } from 'antd';
import { Link } from '../controls/Link';

/** On a phone: the places that have no tab of their own. */
export function PlacesSheet({
  places,
  open,
  onLeave,
}: {
  places: readonly { href: string; name: string }[];
  open: boolean;
  onLeave: () => void;
}) {
  return (
    <Drawer title="More places" placement="bottom" size="auto" open={open} onClose={onLeave}>
      <ul className="grid">
        {places.map(({ href, name }) => (
          <li key={href}>
            <Link href={href} onClick={onLeave} className="block py-3 text-lead no-underline">
              {name}
            </Link>
          </li>
        ))}
      </ul>
    </Drawer>
  );
}
