import { Injectable, signal } from '@angular/core';
import { sessionFromJson, sessionToJson, type Passage, type Session } from '@nuvrah/core';

/**
 * Passages that were copied, to be pasted into this session or another. They also go through the clipboard of the machine,
 * as a session in the open format, so that another window can take them.
 */
@Injectable({ providedIn: 'root' })
export class PassageClipboard {
  private readonly kept = signal<readonly Passage[]>([]);
  readonly passages = this.kept.asReadonly();

  /** @returns what goes to the clipboard of the machine */
  copy(session: Session, passages: readonly Passage[]): string {
    this.kept.set(passages);
    return sessionToJson({ ...session, passages });
  }

  /** The passages of a text from the clipboard of the machine; none where it is something else. */
  read(text: string): readonly Passage[] {
    const answer = sessionFromJson(text);
    return answer.ok ? answer.value.passages : [];
  }
}
