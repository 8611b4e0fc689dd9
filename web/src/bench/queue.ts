import type { Schemas } from '../api/client';
import { Problem } from '../api/client';

export type ChangePart = Schemas['ChangePart'];

/** The element that a change puts in; undefined where it takes one out, or is of another list. */
export const putIn = (change: ChangePart, list?: string): Record<string, unknown> | undefined =>
  'put' in change && (list === undefined || change.put === list) ? change.element : undefined;
export type Tray = Schemas['Tray'];

/** How the edits stand that the server does not have yet. */
export type Standing = {
  pending: ChangePart[][];
  /** Why the first of them is not kept; null while it is being sent. */
  problem: Problem | null;
};

const NONE: Standing = { pending: [], problem: null };
const AGAIN = 3_000;

/**
 * Sends edits one after the other, in the order in which they were made. While the server does not
 * answer they wait and are sent again; what it refuses stays until one says what becomes of it.
 */
export class EditQueue {
  private standing: Standing = NONE;
  private sending = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly listeners = new Set<() => void>();
  private readonly send: (changes: ChangePart[]) => Promise<unknown>;

  constructor(send: (changes: ChangePart[]) => Promise<unknown>) {
    this.send = send;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly current = (): Standing => this.standing;

  add(changes: ChangePart[]): void {
    this.stand({ ...this.standing, pending: [...this.standing.pending, changes] });
    if (!this.standing.problem) {
      void this.go();
    }
  }

  /** Sends again what was refused or did not arrive. */
  again(): void {
    clearTimeout(this.timer);
    this.stand({ ...this.standing, problem: null });
    void this.go();
  }

  /** Gives up the edits that are not kept. */
  drop(): void {
    clearTimeout(this.timer);
    this.stand(NONE);
  }

  private async go(): Promise<void> {
    if (this.sending) {
      return;
    }
    this.sending = true;
    try {
      for (let next = this.standing.pending[0]; next; next = this.standing.pending[0]) {
        await this.send(next);
        if (this.standing.pending[0] === next) {
          this.stand({ pending: this.standing.pending.slice(1), problem: null });
        }
      }
    } catch (failed) {
      const problem =
        failed instanceof Problem ? failed : new Problem(0, 'Something went wrong', String(failed));
      if (this.standing.pending.length > 0) {
        this.stand({ ...this.standing, problem });
      }
      if (problem.status === 0) {
        this.timer = setTimeout(() => this.again(), AGAIN);
      }
    } finally {
      this.sending = false;
    }
  }

  private stand(next: Standing): void {
    this.standing = next;
    for (const listener of this.listeners) {
      listener();
    }
  }
}
