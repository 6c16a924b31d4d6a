/**
 * When drawing fails: what happened, a way back, and the person's profiles as a file. One stands around each bench, so that the bar and
 * the other benches go on; one around the page. What it says of the profiles is what their keepers know.
 */
import { Component, type ErrorInfo, type ReactNode } from 'react';
import { notKept, useShelf } from '../state/shelf';
import { saveAllAsFile } from '../shared/rescue';

type Props = {
  children: ReactNode;
  /** The profile whose last change can be taken back. */
  profileId?: string;
};

const whereTheyAre = (): string => {
  const { entries } = useShelf.getState();
  const open = entries.filter(({ keeping }) => keeping.state !== 'kept');
  if (entries.length === 0) return 'Whether your profiles are kept is not known: the browser’s store has not answered.';
  if (open.length === 0) return 'All your profiles are kept in this browser.';
  const lost = notKept(entries, performance.now());
  return lost.length > 0
    ? `${lost.length} of your ${entries.length} profiles ${lost.length > 1 ? 'are' : 'is'} not kept in this browser: save them as a file before you leave.`
    : 'Your last change is being kept.';
};

export class ErrorBoundary extends Component<Props, { error: Error | null }> {
  override state: { error: Error | null } = { error: null };

  static getDerivedStateFromError(error: unknown): { error: Error } {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override componentDidCatch(error: Error, info: ErrorInfo): void {
    reportError(new Error(`${error.message}\n${info.componentStack ?? ''}`));
  }

  private readonly takeBack = (): void => {
    const { profileId = '' } = this.props;
    const done = useShelf.getState().undo(profileId);
    if (done && 'refused' in done) useShelf.getState().notify(`Not taken back: ${done.refused}`);
    this.setState({ error: null });
  };

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    const { profileId } = this.props;
    const entry = useShelf.getState().entries.find(({ profile }) => profile.id === profileId);
    const last = entry?.document.past.at(-1);
    return (
      <section className="bench torn" role="alert">
        <h1>{profileId === undefined ? 'This page has torn' : 'This bench has torn'}</h1>
        <p>{error.message.slice(0, 400)}</p>
        <p>{whereTheyAre()}</p>
        <p>
          {last && (
            <button type="button" className="word" onClick={this.takeBack}>
              Take back the last change: {last.what}
            </button>
          )}
          <button type="button" className="word" onClick={() => this.setState({ error: null })}>
            Draw it again
          </button>
          <button type="button" className="word" onClick={() => location.assign('/shelf')}>
            Load the shelf
          </button>
          <button type="button" className="word" onClick={saveAllAsFile}>
            Save all profiles as a file
          </button>
        </p>
      </section>
    );
  }
}
