/** Says that the person's keyboard is listened to, and how that ends. */
import { Button } from 'antd';
import type { Board } from '../../core/board';
import { legendOfCode } from '../../core/codes';
import { waysOutOf } from './waysOut';
import './ListeningLine.css';

export const ListeningLine = ({ board, onStop }: { board: Board; onStop: () => void }) => (
  <>
    <span className="listening-line" role="status">
      Listening to your keyboard
    </span>
    <span className="soft">
      <kbd>{waysOutOf(board).map(legendOfCode).join(' or ')}</kbd> stops
    </span>
    <Button size="small" onClick={onStop}>
      Stop
    </Button>
  </>
);
