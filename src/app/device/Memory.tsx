/** The keyboard's memory page by page: which slot a page belongs to, and how much of it is written. */
import type { Board } from '../../core/board';
import { PAGE_BYTES } from '../../core/device';
import { DYES } from '../../core/profile';
import type { KeyboardState } from '../state/keyboards';
import { threadOf } from '../theme/dyes';

const CELLS = 32;
const CELL_BYTES = PAGE_BYTES / CELLS;
const COLUMNS = 8;

type Page = { name: string; slot: number | null; usedBytes: number };

/** The pages of the slots in order, then the last one, which keeps the slot in use. */
function pagesOf(board: Board, { hello, slots }: KeyboardState): Page[] {
  const pagesPerSlot = (hello?.slotBytes ?? 0) / PAGE_BYTES;
  const pages: Page[] = slots.flatMap((slot, index) =>
    Array.from({ length: pagesPerSlot }, (_, page): Page => {
      const bytes = slot.state === 'empty' ? 0 : slot.bytes - page * PAGE_BYTES;
      return { name: `slot ${index + 1}`, slot: index, usedBytes: Math.min(PAGE_BYTES, Math.max(0, bytes)) };
    }),
  );
  const count = Math.floor(board.device.memoryBytes / PAGE_BYTES);
  while (pages.length < count - 1) pages.push({ name: 'spare', slot: null, usedBytes: 0 });
  return [...pages, { name: 'choice', slot: null, usedBytes: CELL_BYTES }];
}

export const Memory = ({ board, keyboard }: { board: Board; keyboard: KeyboardState }) => {
  if (!keyboard.hello) return null;
  const pages = pagesOf(board, keyboard);
  return (
    <section className="panel" aria-label="Memory">
      <p>
        <strong>Memory, page by page</strong>
        <br />
        <span className="soft">
          {pages.length} pages of {PAGE_BYTES} bytes; the last one keeps which slot is in use
        </span>
      </p>
      <ul className="memory">
        {pages.map((page, index) => (
          <li key={index}>
            <svg
              viewBox={`0 0 ${COLUMNS * 7} ${(CELLS / COLUMNS) * 7}`}
              role="img"
              aria-label={`page ${index + 1}, ${page.name}: ${page.usedBytes} bytes written`}
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
                    cell * CELL_BYTES < page.usedBytes
                      ? threadOf((page.slot === null ? 'iron' : DYES[page.slot % DYES.length]) ?? 'iron')
                      : 'var(--faint)'
                  }
                />
              ))}
            </svg>
            <span className={page.usedBytes > 0 ? '' : 'soft'}>{page.name}</span>
          </li>
        ))}
      </ul>
    </section>
  );
};
