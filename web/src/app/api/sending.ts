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
  send<T>(request: Observable<T>, then: (answer: T) => void): void;
}

/** What a form needs to send something. What was typed stays in it when the server refuses or is away. */
export function sending(): Sending {
  const busy = signal(false);
  const message = signal<string | null>(null);
  return {
    busy: busy.asReadonly(),
    message: message.asReadonly(),
    say: (text) => message.set(text),
    send: (request, then) => {
      busy.set(true);
      message.set(null);
      request.subscribe({
        next: (answer) => {
          busy.set(false);
          then(answer);
        },
        error: (problem: ApiProblem) => {
          busy.set(false);
          const [first] = problem.kind === 'refused' ? (problem.problem.errors ?? []) : [];
          message.set(first?.detail ?? problem.message);
        },
      });
    },
  };
}
