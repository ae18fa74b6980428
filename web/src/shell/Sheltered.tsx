import { Component, type ReactNode } from 'react';
import { ErrorSheet } from './ErrorSheet';

interface Props {
  /** Where one is: another place gets another chance. */
  readonly at: string;
  readonly children: ReactNode;
}

/** What is laid out in it may fail: then that is said in its place, and all around it stands. */
export class Sheltered extends Component<Props, { readonly failed: { readonly by: unknown } | null }> {
  override state: { readonly failed: { readonly by: unknown } | null } = { failed: null };

  static getDerivedStateFromError = (by: unknown) => ({ failed: { by } });

  override componentDidUpdate(before: Props): void {
    if (before.at !== this.props.at && this.state.failed) this.setState({ failed: null });
  }

  override render(): ReactNode {
    const { failed } = this.state;
    return failed ? <ErrorSheet error={failed.by} /> : this.props.children;
  }
}
