/** Foreign names among our own words: a name written from right to left keeps its direction to itself. */
import { shortened } from '../../core/reading';

/** A name in quotes, as part of a sentence on the page. */
export const Named = ({ name }: { name: string }) => (
  <>
    “<bdi>{shortened(name)}</bdi>”
  </>
);
