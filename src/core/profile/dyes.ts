/** The colours of the dyes, as a role or a lamp has them. */
import type { Dye } from './schema';

export const DYE_COLORS: Readonly<Record<Dye, string>> = {
  indigo: '#2F4B7C',
  madder: '#A63D40',
  weld: '#B58A12',
  verdigris: '#2F7A68',
  walnut: '#6B4F3A',
  orchil: '#7B4B94',
  iron: '#4A5560',
  woad: '#4E8FB8',
};
