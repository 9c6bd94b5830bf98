import { Component, type ComponentType, type ReactNode } from 'react';
import { MainButton } from '../../kit/kit.js';
import css from './guarded.module.css';

interface State {
  error: Error | null;
}

/** In the place of a screen that failed: what is kept, and how to go on. Nothing of what was typed is touched. */
class Guard extends Component<{ children: ReactNode }, State> {
  override state: State = { error: null };

  static getDerivedStateFromError(error: unknown): State {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <div className={css['failed']} role="alert">
        <h1>This screen stopped.</h1>
        <p>
          Something went wrong that should not have. The study is as it was, and what you typed is kept: it is here
          again when the screen is.
        </p>
        <div className={css['ways']}>
          <MainButton onClick={() => this.setState({ error: null })}>Show it again</MainButton>
          <a href={location.pathname}>Open it without what the address asks for</a>
          <a href="/studies">All studies</a>
        </div>
        <details>
          <summary>What went wrong</summary>
          <pre>{error.stack ?? error.message}</pre>
        </details>
      </div>
    );
  }
}

/** A screen that says so where it fails, instead of going blank. */
export function guarded<P extends object>(Screen: ComponentType<P>): (props: P) => ReactNode {
  return function GuardedScreen(props: P) {
    return (
      <Guard>
        <Screen {...props} />
      </Guard>
    );
  };
}
