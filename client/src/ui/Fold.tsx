import type { ReactNode } from 'react';
import Accordion from 'react-bootstrap/Accordion';

interface Props {
  title: ReactNode;
  /** Open when the page comes. */
  open?: boolean;
  className?: string;
  children: ReactNode;
}

/** Something folded under its title. */
export function Fold({ title, open, className = '', children }: Props) {
  return (
    <Accordion className={`fold ${className}`} defaultActiveKey={open ? 'it' : undefined}>
      <Accordion.Item eventKey="it">
        <Accordion.Button>{title}</Accordion.Button>
        <Accordion.Collapse eventKey="it" mountOnEnter>
          <div>{children}</div>
        </Accordion.Collapse>
      </Accordion.Item>
    </Accordion>
  );
}
