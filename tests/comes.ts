/** What is expected once work that nobody waits for has been done. */
const TRIED_EVERY_MS = 10;
const GIVEN_UP_AFTER_MS = 30_000;

/** Tries until nothing is thrown, however slow and busy the machine is. @throws what was thrown last */
export async function comes(expected: () => void | Promise<void>): Promise<void> {
  const untilMs = performance.now() + GIVEN_UP_AFTER_MS;
  for (;;) {
    try {
      await expected();
      return;
    } catch (error) {
      if (performance.now() > untilMs) throw error;
    }
    await new Promise((resolve) => setTimeout(resolve, TRIED_EVERY_MS));
  }
}
