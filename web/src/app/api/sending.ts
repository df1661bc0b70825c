import { signal, type Signal } from '@angular/core';
import type { Observable } from 'rxjs';
import type { ApiProblem } from './api';

/** A form that sends something: whether it is under way, and why it was refused. */
export interface Sending {
  readonly busy: Signal<boolean>;
  /** What the server said about the first field that is wrong, or about the whole. */
  readonly message: Signal<string | null>;
  /** Says something without sending: what is missing before it can be sent. */
  say(message: string): void;
  /** @param after is called in the end, whatever came of it. */
  send<T>(request: Observable<T>, then: (answer: T) => void, after?: () => void): void;
}

/** What a form needs to send something. What was typed stays in it when the server refuses or is away. */
export function sending(): Sending {
  const busy = signal(false);
  const message = signal<string | null>(null);
  return {
    busy: busy.asReadonly(),
    message: message.asReadonly(),
    say: (text) => message.set(text),
    send: (request, then, after = () => undefined) => {
      busy.set(true);
      message.set(null);
      request.subscribe({
        next: (answer) => {
          busy.set(false);
          then(answer);
          after();
        },
        error: (problem: ApiProblem) => {
          busy.set(false);
          message.set(saidOf(problem));
          after();
        },
      });
    },
  };
}

/** What is wrong, in words: of the first field that is, or of the whole. */
export const saidOf = (problem: ApiProblem): string => {
  const [first] = problem.kind === 'refused' ? (problem.problem.errors ?? []) : [];
  return first?.detail ?? problem.message;
};
