/** The bar above what belongs to no one profile: the shelf, the boards, a new profile. */
import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { ClothButton } from './ClothButton';
import { PluggedCount } from './PluggedCount';
import './bar.css';

export const ShelfBar = ({ children }: { children?: ReactNode }) => (
  <header className="bar">
    <div className="bar-row">
      <span className="brand">underloom</span>
      <nav className="benches" aria-label="Benches">
        <NavLink to="/shelf">Shelf</NavLink>
        <NavLink to="/boards">Boards</NavLink>
      </nav>
      {children}
      <PluggedCount least={1} />
      <ClothButton />
    </div>
  </header>
);
