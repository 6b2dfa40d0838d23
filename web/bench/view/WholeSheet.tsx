import type { SVGProps } from 'react';
import { useViewport } from './viewport';

/** All that is seen of the sheet, for a tool that takes hold of it anywhere. */
export function WholeSheet(handlers: SVGProps<SVGRectElement> & { 'data-testid'?: string }) {
  const { size } = useViewport();
  return <rect width={size.width} height={size.height} fill="transparent" className="cursor-crosshair" {...handlers} />;
}
