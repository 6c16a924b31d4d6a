/**
 * The letter that a shortcut goes by, a to z: what the person's own layout makes of the key (on a German one Z lies where an American one has
 * Y); where that is no such letter, as in Greek or Russian, the key's place says it. Empty for all other keys.
 */
export const letterOf = ({ key, code }: Pick<KeyboardEvent, 'key' | 'code'>): string =>
  /^[a-z]$/i.test(key) ? key.toLowerCase() : (/^Key([A-Z])$/.exec(code)?.[1]?.toLowerCase() ?? '');
