/**
 * The command line as a function: arguments in, text out, an exit code back. `npm run -s cli -- --help` lists what it can do. A command is
 * loaded when it is asked for, so that the others cost nothing.
 */
import { Command as Commander, CommanderError, InvalidArgumentError } from 'commander';
import packageJson from '../../package.json' with { type: 'json' };
import { bringHosts } from '../core/hosts';
import { BadInput, isClosedPipe, isOfSystem, reasonOfSystem, UNUSABLE, type Command, type Io } from './io';

const wholeMilliseconds = (text: string): number => {
  if (!/^\d{1,9}$/.test(text)) throw new InvalidArgumentError('must be a whole number of milliseconds.');
  return Number(text);
};

/** A command of Commander's that runs one of ours. */
type Runs = (load: () => Promise<(...words: never[]) => Command>) => (...words: unknown[]) => Promise<void>;

function programWith(runs: Runs, say: (text: string) => void, complain: (text: string) => void): Commander {
  const program = new Commander('underloom')
    .description('Underloom on the command line: the same engine, checks and images as in the app.')
    .version(packageJson.version, '--version', 'print the version')
    .exitOverride()
    .showSuggestionAfterError(false)
    .configureOutput({ writeOut: say, writeErr: (text) => complain(text.replace(/^error: /, '')) });

  program
    .command('replay')
    .description('run recorded fingers through the engine and print what the host gets')
    .option('--profile <file>', 'profile to run')
    .option('--image <file>', 'device image to run instead of a profile')
    .option('--strokes <file>', 'strokes file (CSV: t_us,key,depth_um)')
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .option('--why', 'also print why each gesture was decided')
    .option('--lamps', 'print what the lamps show instead')
    .option('--text', 'print one line with what the host shows instead')
    .option('--repeat', 'with --text: the host repeats a key that is held, after 500 ms and then 30 times a second')
    .option('--settle-ms <ms>', 'how long the engine runs on after the last sample', wholeMilliseconds)
    .option('--cases <dir>', 'run every folder in a folder that holds profile.json and strokes.csv')
    .option('--check', 'with --cases: compare with expected.jsonl instead of writing outcome.jsonl')
    .action(runs(async () => (await import('./replay')).replayCommand));

  program
    .command('check')
    .description('print the problems of a profile with their places; exit 1 when there is one')
    .argument('<profile>', 'profile file: JSON, or a text (FILE#ID names one of several in a text)')
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .action(runs(async () => (await import('./check')).checkCommand));

  program
    .command('image')
    .description('make a device image from a profile, or print the profile in an image')
    .argument('[profile]', 'profile file')
    .option('-o, --output <file>', 'image file to write')
    .option('--read <file>', 'image file to print as a profile')
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .action(runs(async () => (await import('./image')).imageCommand));

  program
    .command('line')
    .description(
      'say what a typed line means, as JSON: its likeliest reading, all readings, or what is wrong and what is near',
    )
    .argument('[text...]', 'the line')
    .option('--profile <file>', 'the profile whose layers and macros the line may name')
    .option('--file <file>', 'a file of lines instead; one line of JSON for each')
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .action(runs(async () => (await import('./line')).lineCommand));

  program
    .command('text')
    .description('print a profile as a text for people, or read such a text and print the profile')
    .argument('[profile]', 'profile file')
    .option('--read <file>', 'text to print as a profile')
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .action(runs(async () => (await import('./text')).textCommand));

  program
    .command('share')
    .description('print a profile as one line of text, or read such a code and print the profile')
    .argument('[profile]', 'profile file')
    .option('--read <code>', 'code to print as a profile')
    .option('--board <file>', 'board file, when the board is not a bundled one; it goes into the code')
    .action(runs(async () => (await import('./share')).shareCommand));

  program
    .command('bundle')
    .description('put profiles into one archive with the boards they are for, or take those of one out')
    .argument('[files...]', 'the archive to write, then profile files')
    .option('--read <file>', 'archive to take profiles out of')
    .option('--into <folder>', 'where to, one file for each; nothing is written over')
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .action(runs(async () => (await import('./bundle')).bundleCommand));

  program
    .command('diff')
    .description('print what is different between two profiles')
    .argument('<a>', 'profile file')
    .argument('<b>', 'profile file')
    .option('--json', 'as JSON: a list of changes that make the second of the first')
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .action(runs(async () => (await import('./diff')).diffCommand));

  program
    .command('tune')
    .description('find the settings of gestures that suit recorded typing')
    .option('--profile <file>', 'profile to tune')
    .option('--depths', 'tries also how deep keys fire, where the strokes have measured depths')
    .option('--strokes <file>', 'strokes file: what fingers did')
    .option('--meant <file>', 'what was meant, as `replay --text` prints it')
    .option(
      '--grid <file>',
      'which settings to try (JSON: values for each field of a timing); about a thousand when left out',
    )
    .option('--board <file>', 'board file, when the board is not a bundled one')
    .option('--json', 'one object: now, suggested, front, tried, sure')
    .option('--apply <file>', 'write the profile with the suggestion')
    .action(runs(async () => (await import('./tune')).tuneCommand));

  program
    .command('keyboard')
    .description('run the firmware as a program that speaks 64-byte reports over its standard input and output')
    .option('--board <board>', 'a bundled board, or a board file; the Harrow 64 when none is named')
    .option('--stdio', 'speak over standard input and output')
    .option('--yes', 'say yes by itself when a page asks to write')
    .action(runs(async () => (await import('./keyboard')).keyboardCommand));

  program
    .command('board')
    .description('list the starting boards, or print one as a board file')
    .argument('[family]', 'the name of a starting board')
    .option('--list', 'print every starting board, with what can be chosen of it')
    .option('--form <form>', 'the arrangement of its keys: ansi, iso or jis')
    .option('--rows <n>', 'rows of keys, without those of the thumbs')
    .option('--columns <n>', 'columns of keys, of one half where there are two')
    .option('--thumbs <n>', 'thumb keys of one half')
    .option('--controller <name>', 'what it can hold: small, usual, roomy, or measured for one that measures travel')
    .option('--id <id>', 'an id of its own')
    .option('--name <name>', 'a name of its own')
    .action(runs(async () => (await import('./board')).boardCommand));

  program
    .command('host')
    .description(
      'list the host layouts, or print the strokes that make a text on one, a line of JSON for each character',
    )
    .argument('[layout]', 'the id of a host layout')
    .option('--list', 'print every host layout there is')
    .option('--type <text>', 'the text')
    .action(runs(async () => (await import('./host')).hostCommand));

  program
    .command('conform')
    .description(
      'put a program that speaks such reports through the cases in docs/formats/cases; exit 1 when one does not hold',
    )
    .argument('<program...>', 'behind --: the program and its arguments')
    .option('--only <word>', 'only the cases whose names hold this word')
    .action(runs(async () => (await import('./conform')).conformCommand));

  return program;
}

/** Why the output ends before its end. */
class Unwritable extends Error {
  constructor(readonly reason: unknown) {
    super('the output cannot be written');
  }
}

/**
 * Runs the command line.
 * @param words the arguments, without the program's own name
 * @returns the exit code: 0 fine, 1 a check found something, 2 the input cannot be used or the output not be written
 */
export async function run(words: readonly string[], io: Io): Promise<number> {
  let code = 0;
  let said = '';
  const write = (text: string): Promise<void> =>
    io.write(text).catch((error: unknown) => {
      throw new Unwritable(error);
    });
  const runs: Runs =
    (load) =>
    async (...given) => {
      const command = await load();
      await bringHosts();
      const pieces = command(...(given as never[]));
      for (;;) {
        const { done, value } = await pieces.next();
        if (done) {
          code = value ?? 0;
          return;
        }
        await write(value);
      }
    };
  const complain = (text: string): void => io.complain(`${text.trim().replace(/\s+/g, ' ')}\n`);
  try {
    try {
      await programWith(runs, (text) => void (said += text), complain).parseAsync([...words], { from: 'user' });
    } finally {
      if (said !== '') await write(said);
    }
    return code;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : UNUSABLE;
    if (error instanceof BadInput) {
      complain(error.message);
      return UNUSABLE;
    }
    if (error instanceof Unwritable) {
      // Whoever read the output has seen enough.
      if (isClosedPipe(error.reason)) return code;
      if (isOfSystem(error.reason)) {
        complain(`standard output: cannot be written: ${reasonOfSystem(error.reason)}`);
        return UNUSABLE;
      }
      throw error.reason;
    }
    throw error;
  }
}
