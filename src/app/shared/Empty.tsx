/** A page with nothing on it yet: what it will look like, drawn, and the first step. */
import type { ReactNode } from 'react';
import './Empty.css';

type EmptyProps = {
  title: string;
  /** What it will look like. */
  sketch: ReactNode;
  says: ReactNode;
  /** The first step, and others. */
  children?: ReactNode;
};

export const Empty = ({ title, sketch, says, children }: EmptyProps) => (
  <section className="panel empty-page" aria-label={title}>
    <div className="empty-sketch" aria-hidden="true">
      {sketch}
    </div>
    <h2>{title}</h2>
    <p>{says}</p>
    {children && <p className="empty-steps">{children}</p>}
  </section>
);
