/** Fewer than two profiles: what comparing will look like, and which can be compared. */
import { Button } from 'antd';
import { Link } from 'react-router';
import { Empty } from '../shared/Empty';
import { CompareSketch } from '../shared/sketches';
import { useShelf } from '../state/shelf';

const MOST_OFFERED = 6;

export const NothingCompared = ({ words, onAdd }: { words: readonly string[]; onAdd: (word: string) => void }) => {
  const entries = useShelf((state) => state.entries);
  const offered = entries.filter(({ profile }) => !words.includes(profile.id)).slice(0, MOST_OFFERED);
  return (
    <Empty
      title={words.length === 0 ? 'Two profiles, or up to six, side by side' : 'One more to compare it with'}
      sketch={<CompareSketch />}
      says={
        <>
          Keys that are the same in all are pale; one that differs shows a tooth for each profile. What is good can be
          taken over, from one key to everything. Choose from these, from the list above, or on the{' '}
          <Link to="/shelf">shelf</Link> by their boxes.
        </>
      }
    >
      {offered.map(({ profile }) => (
        <Button key={profile.id} onClick={() => onAdd(profile.id)}>
          <bdi>{profile.name}</bdi>
        </Button>
      ))}
    </Empty>
  );
};
