/** Plays a curve with the pretend finger: one of the test strokes, or what a strokes file holds of the key. */
import { App, Select } from 'antd';
import { useRef } from 'react';
import { testStrokes, type CurvePoint } from '../../core/probe';
import type { Board, KeyId } from '../../core/board';
import { readStrokes } from '../../core/files';
import { foreign, READING_BUDGET, Unreadable } from '../../core/reading';
import { fileText } from '../shared/fileText';
import { keyName } from '../shared/keyNames';
import './PlayCurve.css';

type PlayCurveProps = { board: Board; playedKey: KeyId; onPlay: (curve: readonly CurvePoint[]) => void };

export const PlayCurve = ({ board, playedKey, onPlay }: PlayCurveProps) => {
  const { message } = App.useApp();
  const input = useRef<HTMLInputElement>(null);
  const strokes = testStrokes(board.travelUm);

  const playFile = async (file: File): Promise<void> => {
    try {
      const samples = readStrokes(await fileText(file, READING_BUDGET.csv.bytes), board);
      const own = samples.filter(({ key }) => key === playedKey);
      const [first] = own;
      if (!first) {
        void message.warning(
          `${foreign(file.name)} has nothing of ${keyName(board, playedKey)}. Choose one of its keys first.`,
        );
        return;
      }
      onPlay(own.map(({ tUs, depthUm }) => ({ tUs: tUs - first.tUs, depthUm })));
    } catch (error) {
      const reason = error instanceof Unreadable ? error.message : 'it cannot be read';
      void message.error(`${foreign(file.name)}: ${reason}. Nothing was played.`);
    }
  };

  return (
    <span className="play-curve">
      <Select
        size="small"
        aria-label="Play a stroke"
        placeholder="Play a stroke"
        value={null}
        popupMatchSelectWidth={false}
        onChange={(name: string | null) => {
          const stroke = strokes.find((one) => one.name === name);
          if (stroke) onPlay(stroke.curve);
        }}
        options={strokes.map(({ name, about }) => ({ value: name, label: `${name}: ${about}` }))}
      />
      <button type="button" className="word" onClick={() => input.current?.click()}>
        or a strokes file
      </button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".csv,text/csv"
        tabIndex={-1}
        aria-label="Strokes file of this key"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void playFile(file);
          target.value = '';
        }}
      />
    </span>
  );
};
