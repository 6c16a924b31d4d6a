/** The keyboard's memory page by page, as the keyboard tells it: what lies where, and how often each page was erased. */
import type { Board } from '../../core/board';
import { ENDURANCE, PAGE_BYTES, type PageUse } from '../../core/device';
import { DYES } from '../../core/profile';
import type { KeyboardState } from '../state/keyboards';
import { threadOf } from '../theme/dyes';
import './Memory.css';

const CELLS = 32;
const COLUMNS = 8;
/** What a page holds behind its head. */
const BODY_BYTES = PAGE_BYTES - 32;

function nameOf(use: PageUse, slots: number): string {
  if (use === 'free' || use === 'retired') return use === 'free' ? 'free' : 'worn out';
  return use < slots ? `slot ${use + 1}` : 'recorded';
}

export const Memory = ({ board, keyboard }: { board: Board; keyboard: KeyboardState }) => {
  const { hello, pages, slots } = keyboard;
  if (!hello || pages.length === 0) return null;
  /** The share of the pages of a place that is written. */
  const fullOf = (use: PageUse): number => {
    if (typeof use !== 'number') return 0;
    const slot = slots[use];
    const bytes = slot && slot.state !== 'empty' ? slot.bytes : 0;
    const own = pages.filter((page) => page.use === use).length;
    return use < hello.slots ? Math.min(1, bytes / (own * BODY_BYTES)) : 0.25;
  };
  const most = Math.max(...pages.map(({ erases }) => erases));
  return (
    <section className="panel" aria-label="Memory">
      <p>
        <strong>Memory, page by page</strong>
        <br />
        <span className="soft">
          {pages.length} pages of {PAGE_BYTES} bytes. A save goes to free pages; the old ones stay until it is whole.
        </span>
      </p>
      <ul className="memory">
        {pages.map(({ use, erases }, index) => (
          <li key={index}>
            <svg
              viewBox={`0 0 ${COLUMNS * 7} ${(CELLS / COLUMNS) * 7}`}
              role="img"
              aria-label={`page ${index + 1}: ${nameOf(use, hello.slots)}, erased ${erases} times`}
            >
              {Array.from({ length: CELLS }, (_, cell) => (
                <rect
                  key={cell}
                  x={(cell % COLUMNS) * 7}
                  y={Math.floor(cell / COLUMNS) * 7}
                  width={5.6}
                  height={5.6}
                  rx={1}
                  fill={
                    cell < fullOf(use) * CELLS
                      ? threadOf((typeof use === 'number' ? DYES[use % DYES.length] : 'iron') ?? 'iron')
                      : 'var(--faint)'
                  }
                />
              ))}
            </svg>
            <span className="section-line">
              <span className={use === 'free' ? 'soft' : ''}>{nameOf(use, hello.slots)}</span>
              <span className="soft">{erases}×</span>
            </span>
          </li>
        ))}
      </ul>
      <p className="soft">
        × erased; a page lasts {ENDURANCE.toLocaleString('en')} times. The most worn one on the {board.name} has{' '}
        {(ENDURANCE - most).toLocaleString('en')} left, and pages take turns.
      </p>
    </section>
  );
};
