/** The bar above what belongs to no one profile: the shelf, the boards, a new profile. */
import { Button } from 'antd';
import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { usePreferences } from '../state/preferences';
import { PluggedCount } from './PluggedCount';
import './bar.css';

export const ShelfBar = ({ children }: { children?: ReactNode }) => {
  const cloth = usePreferences((state) => state.cloth);
  const setCloth = usePreferences((state) => state.setCloth);
  return (
    <header className="bar">
      <span className="brand">underloom</span>
      <nav className="benches" aria-label="Benches">
        <NavLink to="/shelf">Shelf</NavLink>
        <NavLink to="/boards">Boards</NavLink>
      </nav>
      {children}
      <PluggedCount least={1} />
      <Button onClick={() => setCloth(cloth === 'night' ? 'linen' : 'night')}>
        {cloth === 'night' ? '☀ Linen cloth' : '☾ Night cloth'}
      </Button>
    </header>
  );
};
