import { type ComponentType, lazy, Suspense } from 'react';
import { Skeleton } from '../ui/skeleton.tsx';

/** A screen that is loaded when it is first opened. */
export function screen(load: () => Promise<{ default: ComponentType }>) {
  const Screen = lazy(load);
  return (
    <Suspense fallback={<Skeleton lines={6} className="p-8" />}>
      <Screen />
    </Suspense>
  );
}
