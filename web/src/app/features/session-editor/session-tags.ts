import { ChangeDetectionStrategy, Component, inject, input, linkedSignal } from '@angular/core';
import type { StoredSession } from '@nuvrah/contract';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { TagsField } from '../../ui/tags-field';
import { sessionWords } from '../../words/session-words';

/** What a session is filed under; saved as soon as it is changed. */
@Component({
  selector: 'nv-session-tags',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TagsField],
  template: `
    <nv-tags [label]="words.tags" [value]="tags()" (valueChange)="save($event)" />
    @if (saving.message(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
  `,
})
export class SessionTags {
  readonly session = input.required<StoredSession>();

  protected readonly words = sessionWords.details;
  private readonly sessions = inject(Sessions);
  protected readonly saving = sending();
  protected readonly tags = linkedSignal((): readonly string[] => this.session().tags);

  protected save(tags: readonly string[]): void {
    const { id, archived } = this.session();
    this.saving.send(this.sessions.file(id, { tags: [...tags], archived }), (stored) =>
      this.tags.set(stored.tags),
    );
  }
}
