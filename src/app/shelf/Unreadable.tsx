/** Stored profiles that this version cannot read: why, and a way to take them along. */
import { App as AntApp } from 'antd';
import { foreign, MOST_LISTED } from '../../core/reading';
import { download } from '../shared/download';
import { Named } from '../shared/named';
import { useShelf, type UnreadableRow } from '../state/shelf';
import './Unreadable.css';

export const Unreadable = ({ rows }: { rows: readonly UnreadableRow[] }) => {
  const { modal, message } = AntApp.useApp();
  const removeUnreadable = useShelf((state) => state.removeUnreadable);
  const takeOff = (row: UnreadableRow): void => {
    modal.confirm({
      title: `Take what is stored under “${foreign(row.id)}” off the shelf?`,
      content: 'It cannot be read here, and this cannot be undone. Save it as a file first if it may matter.',
      okText: 'Take it off',
      cancelText: 'Leave it',
      onOk: async () => {
        const because = await removeUnreadable(row.id);
        if (because !== undefined) void message.error(`It stays: ${because}.`);
      },
    });
  };
  return (
    <div className="shelf-unreadable" role="alert">
      <p>
        {rows.length} stored profile{rows.length > 1 ? 's' : ''} cannot be read by this version. What is stored stays as
        it is.
      </p>
      <ul>
        {rows.slice(0, MOST_LISTED).map((row) => (
          <li key={row.id}>
            <Named name={row.id} />: {row.reason}{' '}
            <button
              type="button"
              className="word"
              onClick={() =>
                download(`unreadable-${row.id.replace(/\W+/g, '-')}.json`, JSON.stringify(row.profile, null, 2))
              }
            >
              Save as a file
            </button>{' '}
            <button type="button" className="word madder" onClick={() => takeOff(row)}>
              Take off
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
};
