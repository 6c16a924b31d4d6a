/** A quiet word while something is loaded. */
export const Waiting = ({ what }: { what: string }) => (
  <p className="bench soft" role="status">
    {what} …
  </p>
);
