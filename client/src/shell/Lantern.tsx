export type Light = 'lit' | 'here' | 'ahead' | 'blocked';

/** The one drawing of the house: brand, lamps and breath pacer. */
export function Lantern({ light, className = '' }: { light: Light; className?: string }) {
  return (
    <svg className={`lantern ${light} ${className}`} viewBox="0 0 26 26" aria-hidden="true">
      <path className="hook" d="M13 1.800v3M9 5.300h8M9 20.700h8M13 21.200v3" />
      <path className="glass" d="M9.400 6c-3.600 2.800-3.600 11.200 0 14h7.200c3.600-2.800 3.600-11.200 0-14z" />
      <path className="rib" d="M13 6v14M11 6c-1.600 4-1.600 10 0 14M15 6c1.600 4 1.600 10 0 14" />
      {light === 'blocked' && <path className="crack" d="M10 6.500l2.600 4-2 2.600 3.600 3-1.600 3.400" />}
    </svg>
  );
}
