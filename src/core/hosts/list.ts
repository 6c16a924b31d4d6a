/** The host layouts that Underloom knows: their ids here, and where an operating system keeps each (X Keyboard Extension, xkb-data). */

const ENTRIES = [
  { id: 'us', name: 'English (US)', xkb: 'us' },
  { id: 'us-intl', name: 'English (US, intl., with dead keys)', xkb: 'us', variant: 'intl' },
  { id: 'gb', name: 'English (UK)', xkb: 'gb' },
  { id: 'de', name: 'German', xkb: 'de' },
  { id: 'fr', name: 'French', xkb: 'fr' },
  { id: 'es', name: 'Spanish', xkb: 'es' },
  { id: 'it', name: 'Italian', xkb: 'it' },
  { id: 'pt', name: 'Portuguese', xkb: 'pt' },
  { id: 'br', name: 'Portuguese (Brazil)', xkb: 'br' },
  { id: 'se', name: 'Swedish', xkb: 'se' },
  { id: 'no', name: 'Norwegian', xkb: 'no' },
  { id: 'dk', name: 'Danish', xkb: 'dk' },
  { id: 'fi', name: 'Finnish', xkb: 'fi' },
  { id: 'ch-de', name: 'German (Switzerland)', xkb: 'ch' },
  { id: 'ch-fr', name: 'French (Switzerland)', xkb: 'ch', variant: 'fr' },
  { id: 'be', name: 'Belgian', xkb: 'be' },
  { id: 'pl', name: 'Polish', xkb: 'pl' },
  { id: 'cz', name: 'Czech', xkb: 'cz' },
  { id: 'tr', name: 'Turkish', xkb: 'tr' },
  { id: 'jp', name: 'Japanese', xkb: 'jp' },
  { id: 'us-dvorak', name: 'English (Dvorak)', xkb: 'us', variant: 'dvorak' },
  { id: 'us-colemak', name: 'English (Colemak)', xkb: 'us', variant: 'colemak' },
] as const satisfies readonly { id: string; name: string; xkb: string; variant?: string }[];

export type HostLayoutId = (typeof ENTRIES)[number]['id'];
export type HostEntry = { id: HostLayoutId; name: string; xkb: string; variant?: string };

/** Every host layout; the order is that of the numbers in an image, so new ones come at the end. */
export const HOSTS: readonly HostEntry[] = ENTRIES;

/** The ids of all host layouts, in that order. */
export const HOST_IDS = ENTRIES.map(({ id }) => id) as [HostLayoutId, ...HostLayoutId[]];

/** The name that an operating system gives a host layout: `French`. */
export const hostName = (id: HostLayoutId): string => ENTRIES.find((entry) => entry.id === id)?.name ?? id;

/** The host layout that an operating system calls by a layout and a variant (X Keyboard Extension, xkb-data); undefined when it is none of these. */
export const hostOfXkb = (xkb: string, variant = ''): HostLayoutId | undefined =>
  HOSTS.find((entry) => entry.xkb === xkb && (entry.variant ?? '') === variant)?.id;
