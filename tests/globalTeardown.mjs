/** Ends what `globalSetup.mjs` began. */
export default async function tearDown() {
  await Promise.all((globalThis.underloomBrowsers ?? []).map((browser) => browser.close()));
}
