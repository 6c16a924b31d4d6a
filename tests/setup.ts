/** A real browser on a busy machine may lose a key stroke: what fails is said, and tried once more before it counts. */
import { jest } from '@jest/globals';

jest.retryTimes(1, { logErrorsBeforeRetry: true });
