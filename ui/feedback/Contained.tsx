'use client';

import { Component, type ReactNode } from 'react';

/** A part that comes after the page: where the app is away it says so in its own place, and the page stays. */
export class Contained extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return <p role="status">This part cannot be loaded just now. Load this page anew once the app is back.</p>;
  }
}
