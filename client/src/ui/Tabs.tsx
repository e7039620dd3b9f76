import type { ReactNode } from 'react';
import Nav from 'react-bootstrap/Nav';
import Tab from 'react-bootstrap/Tab';

interface Leaf<K extends string> {
  id: K;
  name: string;
  /** How many wait there. */
  count?: number;
}

interface Props<K extends string> {
  id: string;
  label: string;
  leaves: readonly Leaf<K>[];
  at: K;
  onGo: (id: K) => void;
  children: ReactNode;
}

/** Leaves of a sheet, one shown at a time: Tab reaches the row, the arrows go along it. */
export function Tabs<K extends string>({ id, label, leaves, at, onGo, children }: Props<K>) {
  return (
    <Tab.Container id={id} activeKey={at} onSelect={(key) => key && onGo(key as K)}>
      <Nav className="tabs" aria-label={label}>
        {leaves.map((leaf) => (
          <Nav.Link key={leaf.id} as="button" type="button" eventKey={leaf.id}>
            {leaf.name}
            {!!leaf.count && <i>{leaf.count}</i>}
          </Nav.Link>
        ))}
      </Nav>
      <Tab.Content>
        <Tab.Pane key={at} eventKey={at} transition={false}>
          {children}
        </Tab.Pane>
      </Tab.Content>
    </Tab.Container>
  );
}
