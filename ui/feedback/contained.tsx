'use client';

import { Component, type ComponentType, type ReactNode } from 'react';

/**
 * A part that comes after its page: where it cannot be loaded, for the app is away, it says so in its own place, and the
 * page stays.
 */
export function contained<Props extends object>(Part: ComponentType<Props>): ComponentType<Props> {
  return function ContainedPart(props) {
    return (
      <Boundary>
        <Part {...props} />
      </Boundary>
    );
  };
}

class Boundary extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return <p role="status">This part cannot be loaded just now. Reload this page once the app is back.</p>;
  }
}
