/**
 * The layouts that are here. US always is; the others are brought when somebody needs one, so that nobody waits for twenty-one layouts that
 * they do not have. What is brought never changes.
 */
import type { HostLayoutData } from './layout';
import us from './layouts/us.json' with { type: 'json' };
import { HOST_IDS, hostName, type HostLayoutId } from './list';

/** Where each layout lies; written out, so that a bundler finds them. */
const FILES: Readonly<Record<Exclude<HostLayoutId, 'us'>, () => Promise<{ default: unknown }>>> = {
  'us-intl': () => import('./layouts/us-intl.json', { with: { type: 'json' } }),
  gb: () => import('./layouts/gb.json', { with: { type: 'json' } }),
  de: () => import('./layouts/de.json', { with: { type: 'json' } }),
  fr: () => import('./layouts/fr.json', { with: { type: 'json' } }),
  es: () => import('./layouts/es.json', { with: { type: 'json' } }),
  it: () => import('./layouts/it.json', { with: { type: 'json' } }),
  pt: () => import('./layouts/pt.json', { with: { type: 'json' } }),
  br: () => import('./layouts/br.json', { with: { type: 'json' } }),
  se: () => import('./layouts/se.json', { with: { type: 'json' } }),
  no: () => import('./layouts/no.json', { with: { type: 'json' } }),
  dk: () => import('./layouts/dk.json', { with: { type: 'json' } }),
  fi: () => import('./layouts/fi.json', { with: { type: 'json' } }),
  'ch-de': () => import('./layouts/ch-de.json', { with: { type: 'json' } }),
  'ch-fr': () => import('./layouts/ch-fr.json', { with: { type: 'json' } }),
  be: () => import('./layouts/be.json', { with: { type: 'json' } }),
  pl: () => import('./layouts/pl.json', { with: { type: 'json' } }),
  cz: () => import('./layouts/cz.json', { with: { type: 'json' } }),
  tr: () => import('./layouts/tr.json', { with: { type: 'json' } }),
  jp: () => import('./layouts/jp.json', { with: { type: 'json' } }),
  'us-dvorak': () => import('./layouts/us-dvorak.json', { with: { type: 'json' } }),
  'us-colemak': () => import('./layouts/us-colemak.json', { with: { type: 'json' } }),
};

const brought = new Map<HostLayoutId, HostLayoutData>();

/** A layout that has not been brought makes no characters: what is drawn meanwhile shows the names of the keys. */
const absent = new Map<HostLayoutId, HostLayoutData>();

/** Whether a layout is here. */
export const isHostHere = (id: HostLayoutId): boolean => id === 'us' || brought.has(id);

/** A layout that is here; one without characters when it is not. */
export function hostLayout(id: HostLayoutId): HostLayoutData {
  if (id === 'us') return us as unknown as HostLayoutData;
  const found = brought.get(id) ?? absent.get(id);
  if (found) return found;
  const none = {
    id,
    name: hostName(id),
    altGr: false,
    capsLock: 'CapsLock' as const,
    keys: {},
    numpad: {},
    compose: {},
  };
  absent.set(id, none);
  return none;
}

/**
 * Brings layouts, those that are here at once.
 * @throws Error when a file cannot be read
 */
export async function bringHosts(ids: Iterable<HostLayoutId> = HOST_IDS): Promise<void> {
  await Promise.all(
    [...ids].map(async (id) => {
      if (id === 'us' || brought.has(id)) return;
      brought.set(id, (await FILES[id]()).default as HostLayoutData);
    }),
  );
}
