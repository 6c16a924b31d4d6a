/**
 * The validation library, set up before its first use: it would otherwise compile its checks with `Function`, and try whether
 * that is allowed at every load, which our content policy refuses and browsers report. Everything here takes `z` from this file.
 */
import { config, z } from 'zod';

config({ jitless: true });

export { z };
