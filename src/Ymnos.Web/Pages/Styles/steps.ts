// What was before each change, so that it can be undone and done again.

const most = 200;

export class Steps {
  private past: string[] = [];
  private ahead: string[] = [];
  private lastKept = 0;

  constructor(private readonly now: () => string) {}

  get canUndo(): boolean {
    return this.past.length > 0;
  }

  get canRedo(): boolean {
    return this.ahead.length > 0;
  }

  /** Keeps what was before a change. Changes that follow each other closely are one. */
  keep(before: string, apart: boolean): void {
    if (before === this.now()) return;
    if (apart || Date.now() - this.lastKept > 700) this.past = [...this.past.slice(1 - most), before];
    this.lastKept = apart ? 0 : Date.now();
    this.ahead = [];
  }

  undo(): string | undefined {
    return this.step(this.past, this.ahead);
  }

  redo(): string | undefined {
    return this.step(this.ahead, this.past);
  }

  private step(from: string[], to: string[]): string | undefined {
    const other = from.pop();
    if (other !== undefined) to.push(this.now());
    this.lastKept = 0;
    return other;
  }
}
