/**
 * The page's content security policy takes style elements only with the nonce of this page. Ant Design gives it to most of
 * its own, but its dialogs measure scroll bars with a style element that has none, so every style element that our scripts
 * make gets it here. Styles that come from elsewhere stay shut out.
 */
const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? '';

/** The nonce of this page, for Ant Design's own configuration. */
export const STYLE_NONCE = nonce;

const create = document.createElement.bind(document) as (name: string, options?: ElementCreationOptions) => HTMLElement;
document.createElement = ((name: string, options?: ElementCreationOptions) => {
  const element = create(name, options);
  if (name.toLowerCase() === 'style') element.setAttribute('nonce', nonce);
  return element;
}) as typeof document.createElement;
