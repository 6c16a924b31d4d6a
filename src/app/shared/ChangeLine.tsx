/** One change on a line: where, what it was, what it is, under the thread of the layer that it is on. */
import type { Said } from '../../core/compare';
import type { Change, Dye, Profile } from '../../core/profile';
import { threadOf } from '../theme/dyes';

/** The dye of the layer that a change is on; iron for what is on none. */
export function dyeOfChange(change: Change, from: Profile, to: Profile): Dye {
  const id =
    change.change === 'key'
      ? change.at.layer
      : change.change === 'moved'
        ? change.to.layer
        : change.change === 'swapped'
          ? change.a.layer
          : change.change === 'layer'
            ? change.layer
            : change.change === 'added' || change.change === 'removed'
              ? change.item.id
              : '';
  return [...to.layers, ...from.layers].find((layer) => layer.id === id)?.dye ?? 'iron';
}

export const ChangeLine = ({ said, dye, children }: { said: Said; dye: Dye; children?: React.ReactNode }) => (
  <li style={{ borderColor: threadOf(dye) }}>
    <strong>
      <bdi>{said.where}</bdi>
    </strong>
    {children}
    <br />
    <bdi>{said.from === '' && said.to === '' ? said.text : `${said.from} → ${said.to}`}</bdi>
  </li>
);
