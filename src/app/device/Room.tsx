/** How much room the profile takes of what the keyboard has, while designing and not only when saving fails. */
import type { Board } from '../../core/board';
import { check, isSound } from '../../core/check';
import { encodeImage } from '../../core/image';
import type { Profile } from '../../core/profile';
import type { KeyboardState } from '../state/keyboards';

type Measure = { what: string; used: number; most: number; note?: string };

function measures(profile: Profile, board: Board, slotBytes: number | undefined): Measure[] {
  const bindings = profile.layers.flatMap((layer) => Object.values(layer.keys).map(({ does }) => does));
  const steps = bindings.map((does) => (does.kind === 'gesture' ? does.steps.length : 0));
  const parts = bindings.map((does) => (does.kind === 'stroke' ? does.spans.length : 0));
  const events = profile.macros.map((macro) =>
    [macro.onPress, macro.repeat, macro.onRelease].reduce((sum, score) => sum + (score?.events.length ?? 0), 0),
  );
  const { device } = board;
  const found: Measure[] = [
    { what: 'layers', used: profile.layers.length, most: device.layers },
    { what: 'presses in a gesture', used: Math.max(0, ...steps), most: device.gestureSteps },
    ...(board.analog
      ? [{ what: 'parts of a stroke plan', used: Math.max(0, ...parts), most: device.spansPerKey }]
      : []),
    { what: 'joint presses', used: profile.joints.length, most: device.joints },
    { what: 'macros', used: profile.macros.length, most: device.macros },
    { what: 'events of a macro', used: Math.max(0, ...events), most: device.macroEvents },
  ];
  const checked = check(profile, board);
  // How long an image is can be said of a profile that has one.
  if (slotBytes === undefined || !isSound(checked)) return found;
  const whole = encodeImage(checked).length;
  const bare = encodeImage(checked, { withoutNames: true }).length;
  const note =
    bare > slotBytes
      ? 'too long, even without names'
      : whole > slotBytes
        ? `too long with names: ${whole}; without them it fits`
        : `names and labels take ${whole - bare}`;
  return [{ what: 'bytes', used: whole > slotBytes ? bare : whole, most: slotBytes, note }, ...found];
}

export const Room = ({ profile, board, keyboard }: { profile: Profile; board: Board; keyboard: KeyboardState }) => (
  <section className="panel" aria-label="Room">
    <p>
      <strong>Room</strong> <span className="soft">in one slot of the {board.name}</span>
    </p>
    <ul className="room">
      {measures(profile, board, keyboard.hello?.slotBytes).map(({ what, used, most, note }) => (
        <li key={what}>
          <span>{what}</span>
          <svg viewBox="0 0 150 10" preserveAspectRatio="none" role="img" aria-label={`${used} of ${most} ${what}`}>
            <rect width={150} height={10} rx={5} fill="var(--faint)" />
            <rect
              width={Math.max(4, Math.min(150, (used / most) * 150))}
              height={10}
              rx={5}
              fill={used > most ? 'var(--madder)' : used > most * 0.85 ? 'var(--weld)' : 'var(--indigo)'}
            />
          </svg>
          <span className="mono">
            {used} of {most}
          </span>
          {note && <span className="soft room-note">{note}</span>}
        </li>
      ))}
    </ul>
  </section>
);
