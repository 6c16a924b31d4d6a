/** Day and night: the other cloth. */
import { usePreferences } from '../state/preferences';
import './bar.css';

export const ClothButton = () => {
  const cloth = usePreferences((state) => state.cloth);
  const setCloth = usePreferences((state) => state.setCloth);
  const other = cloth === 'night' ? 'Linen cloth' : 'Night cloth';
  return (
    <button
      type="button"
      className="word bar-icon"
      aria-label={other}
      title={other}
      onClick={() => setCloth(cloth === 'night' ? 'linen' : 'night')}
    >
      {cloth === 'night' ? '☀' : '☾'}
    </button>
  );
};
