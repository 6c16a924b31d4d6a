/**
 * Starts the server: `PORT` sets the port (default 4747), `UNDERLOOM_DATA` the data folder (default `.underloom`),
 * `UNDERLOOM_APP` the folder of the built app (default `dist`).
 */
import { join, resolve } from 'node:path';
import pino from 'pino';
import { z } from '../core/reading';
import { startServer } from './server';

/** A server that is asked to stop has stopped after this time. */
const STOPS_WITHIN_MS = 4000;
const LOOK_AROUND_MS = 500;

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' }, pino.destination(2));
const port = z.coerce
  .number()
  .int()
  .min(0)
  .max(65535)
  .safeParse(process.env.PORT ?? '4747');
if (!port.success) {
  process.stderr.write(`PORT must be a number from 0 to 65535, not "${process.env.PORT}".\n`);
  process.exit(2);
}

try {
  const server = await startServer({
    port: port.data,
    dataFolder: resolve(process.env.UNDERLOOM_DATA ?? '.underloom'),
    appFolder: resolve(process.env.UNDERLOOM_APP ?? 'dist'),
    development: process.argv.includes('--dev'),
    log,
  });
  process.stdout.write(`Underloom is at http://127.0.0.1:${server.port}\n`);
  process.stdout.write(
    `The keyboards keep their memory in ${join(process.env.UNDERLOOM_DATA ?? '.underloom', '/')}. Ctrl+C stops.\n`,
  );
  const stop = (): void => {
    // What hangs is not waited for.
    setTimeout(() => process.exit(1), STOPS_WITHIN_MS).unref();
    void server.stop().then(() => process.exit(0));
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, stop);
  // When the program that started this one is killed, nobody is left to stop it.
  const parent = process.ppid;
  setInterval(() => {
    if (process.ppid !== parent) stop();
  }, LOOK_AROUND_MS).unref();
} catch (error) {
  const code = error instanceof Error && 'code' in error ? error.code : undefined;
  if (code === 'EADDRINUSE') {
    process.stderr.write(
      `Port ${port.data} is taken by another program. Stop it, or choose another port: PORT=${port.data + 1} npm start\n`,
    );
  } else {
    process.stderr.write(`The server could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  }
  process.exit(1);
}
