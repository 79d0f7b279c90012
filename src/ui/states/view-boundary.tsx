"use client";

import { Component, type ReactNode } from "react";

interface ViewBoundaryProps {
  /** Shown in place of a view that has thrown. */
  fallback: (failed: { error: Error; retry: () => void }) => ReactNode;
  children: ReactNode;
}

/** Keeps an error of one view from taking the page away. */
export class ViewBoundary extends Component<ViewBoundaryProps, { error: Error | null }> {
  override state: { error: Error | null } = { error: null };

  static getDerivedStateFromError(error: unknown): { error: Error } {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (error === null) return this.props.children;
    return this.props.fallback({ error, retry: () => this.setState({ error: null }) });
  }
}
