/** One key over all layers, from the top down: what each says of it, and what it lets through; and the macros that it plays. */
import { macroSentences } from '../../core/macro';
import { legendOf, printLine } from '../../core/notation';
import { bindingOn, macrosOfKey, type Profile } from '../../core/profile';
import { textOf } from '../theme/dyes';
import './OverLayers.css';

type OverLayersProps = {
  profile: Profile;
  keyId: string;
  title: string;
  layer: string;
  onChoose: (layer: string) => void;
  /** In a line, where there is little room. */
  isShort?: boolean;
};

export const OverLayers = ({ profile, keyId, title, layer, onChoose, isShort = false }: OverLayersProps) => {
  const macros = macrosOfKey(profile, keyId);
  return (
    <section className={`over-layers${isShort ? ' short' : ''}`} aria-label={`${title} over all layers`}>
      <h2>{title} over all layers</h2>
      <ul>
        {profile.layers.toReversed().map((one) => {
          const does = bindingOn(one, keyId);
          const assignment = one.keys[keyId];
          const line = printLine(does, profile) ?? (assignment ? legendOf(assignment, profile).main : '');
          return (
            <li key={one.id}>
              <button
                type="button"
                className="word"
                aria-pressed={one.id === layer}
                style={{ color: textOf(one.dye) }}
                onClick={() => onChoose(one.id)}
              >
                <bdi>{one.name}</bdi>
              </button>{' '}
              <span className={does.kind === 'pass' ? 'soft' : 'mono'}>
                {does.kind === 'pass' ? one === profile.layers[0] ? 'nothing' : 'passes' : <bdi>{line}</bdi>}
              </span>
            </li>
          );
        })}
      </ul>
      {!isShort &&
        macros.map((macro) => (
          <p key={macro.id} className="soft">
            <b>
              <bdi>{macro.name}</bdi>
            </b>
            : {macroSentences(macro).join(' ')}
          </p>
        ))}
    </section>
  );
};
