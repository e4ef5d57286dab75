import { Component, type ReactNode } from 'react';

interface Props {
  children: ReactNode;
  /** Drawn in place of what could not be; `again` tries once more. */
  fallback: (again: () => void) => ReactNode;
}

/** What goes wrong in one station stays in it: the run above it still leads everywhere else. */
export class ErrorBoundary extends Component<Props, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? this.props.fallback(() => this.setState({ failed: false })) : this.props.children;
  }
}
