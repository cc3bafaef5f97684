import { Skeleton } from 'antd';

/** Stands where a part of the page is still being loaded, about as high as that will be. */
export function Loading({ rows = 6 }: { rows?: number }) {
  return <Skeleton active title={false} paragraph={{ rows }} aria-label="Loading" />;
}
