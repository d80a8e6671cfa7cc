/** How the line to the server stands: not tried yet, open, no network at all, or something else answers. */
export type Line = "untried" | "open" | "none" | "trouble";

/** What this tab last learned of the line, for every part of a page that has to know. */
export class LineWatch {
  private now: Line = "untried";
  private readonly listeners = new Set<() => void>();

  get state(): Line {
    return this.now;
  }

  set(next: Line): void {
    if (next === this.now) return;
    this.now = next;
    for (const listener of this.listeners) listener();
  }

  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
