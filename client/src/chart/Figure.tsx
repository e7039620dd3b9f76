import { useId, type ReactNode } from 'react';
import type { FigureView } from '../api/types';

interface Props {
  figure: FigureView;
  /** How closely it is looked at: the outline keeps a pen's width on the screen. */
  scale?: number;
  children?: ReactNode;
  over?: ReactNode;
}

/** The drawn figure: ink lines over a wash. Children lie between the wash and the ink, `over` above both. */
export function Figure({ figure, scale = 1, children, over }: Props) {
  const id = useId();
  const pen = (figure.pen * 4.2) / Math.sqrt(scale);
  return (
    <>
      <defs>
        <clipPath id={`${id}c`}>
          <path d={figure.outline} />
        </clipPath>
        <mask id={`${id}m`} maskUnits="userSpaceOnUse" x="0" y="0" width={figure.washWidth} height={figure.washHeight}>
          <image href={figure.wash} width={figure.washWidth} height={figure.washHeight} preserveAspectRatio="none" />
        </mask>
        <filter id={`${id}b`}>
          <feGaussianBlur stdDeviation={figure.pen * 5} />
        </filter>
      </defs>
      <path className="skin" d={figure.outline} />
      <g clipPath={`url(#${id}c)`}>
        <rect className="washfill" width={figure.washWidth} height={figure.washHeight} mask={`url(#${id}m)`} />
        {figure.hair && <path className="hair" d={figure.hair} filter={`url(#${id}b)`} />}
        {children}
      </g>
      <path className="inner" d={figure.lines} />
      <path className="edge" d={figure.outline} strokeWidth={pen} />
      <path className="features" d={figure.features} />
      {over}
    </>
  );
}
