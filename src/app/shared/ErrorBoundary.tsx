/** When drawing fails: what happened, and the person's profiles as a download. Nothing that was saved is lost. */
import { Component, type ErrorInfo, type ReactNode } from 'react';
import { useShelf } from '../state/shelf';
import { download } from './download';

const saveAll = (): void => {
  const { entries, unreadable } = useShelf.getState();
  download(
    'underloom-profiles.json',
    JSON.stringify([...entries.map(({ profile }) => profile), ...unreadable.map(({ profile }) => profile)], null, 2),
  );
};

export class ErrorBoundary extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state: { error: Error | null } = { error: null };

  static getDerivedStateFromError(error: unknown): { error: Error } {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override componentDidCatch(error: Error, info: ErrorInfo): void {
    reportError(new Error(`${error.message}\n${info.componentStack ?? ''}`));
  }

  override render(): ReactNode {
    if (!this.state.error) return this.props.children;
    return (
      <main className="bench" role="alert">
        <h1>This page has torn</h1>
        <p>{this.state.error.message}</p>
        <p>Your profiles are safe in this browser. Load the page again, or take them with you as a file first.</p>
        <p>
          <button type="button" className="word" onClick={() => location.assign('/shelf')}>
            Load again
          </button>
          <button type="button" className="word" onClick={saveAll}>
            Download all profiles
          </button>
        </p>
      </main>
    );
  }
}
