/** The command line as a process: its arguments, its standard output and error, its exit code. */
import { run } from './run';

// What cannot be written is told where it is written.
process.stdout.on('error', () => undefined);
process.stderr.on('error', () => undefined);

const write = (text: string): Promise<void> =>
  new Promise((resolve, reject) =>
    process.stdout.write(text, (error) => {
      if (error) reject(error);
      else resolve();
    }),
  );

void run(process.argv.slice(2), { write, complain: (text) => void process.stderr.write(text) }).then((code) => {
  process.exitCode = code;
});
