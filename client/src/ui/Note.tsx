import type { ReactNode } from 'react';
import Alert from 'react-bootstrap/Alert';

interface Props {
  /** `wrong`: what was done was refused; `warn`: something to look after. */
  kind?: 'warn' | 'wrong';
  /** Read aloud at once (`alert`), when there is time (`status`), or where it stands (`note`). */
  role?: 'alert' | 'status' | 'note';
  className?: string;
  children: ReactNode;
}

/** A sentence that stands out of the page. */
export const Note = ({
  kind = 'warn',
  role = kind === 'wrong' ? 'alert' : 'note',
  className = '',
  children,
}: Props) => (
  <Alert bsPrefix="say" variant={kind} role={role} transition={false} className={className}>
    {children}
  </Alert>
);
