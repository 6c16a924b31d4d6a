/** How many keyboards are plugged in, as a word of the bar; pressed, it shows each with what is in it. */
import { Popover } from 'antd';
import { lazy, Suspense } from 'react';
import { useKeyboards } from '../state/keyboards';
import './PluggedCount.css';

const PluggedIn = lazy(() => import('./PluggedIn').then((module) => ({ default: module.PluggedIn })));

/** @param least fewer are not worth a word: a bench says of its own keyboard whether it is connected */
export const PluggedCount = ({ least }: { least: number }) => {
  const count = useKeyboards((state) => [...state.byBoard.values()].filter((one) => one.status === 'connected').length);
  if (count < least) return null;
  return (
    <Popover
      trigger="click"
      title="Plugged in"
      content={
        <Suspense fallback={null}>
          <PluggedIn />
        </Suspense>
      }
    >
      <button type="button" className="word bar-plugged" title="Every keyboard that is plugged in">
        {count} keyboard{count === 1 ? '' : 's'}
        {least === 1 && ' plugged in'}
      </button>
    </Popover>
  );
};
