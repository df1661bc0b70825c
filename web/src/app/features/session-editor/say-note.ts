import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { formatSeconds, timeToSay } from '@nuvrah/core';
import { sayWords } from '../../words/say-words';

/** What to say aloud when a passage begins, with the time that takes. */
@Component({
  selector: 'nv-say-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <span>{{ words.sayAloud }}</span>
      <textarea
        rows="2"
        maxlength="1000"
        [attr.aria-label]="words.sayAloud"
        [value]="text()"
        (input)="write($event)"
      ></textarea>
    </label>
    @if (time(); as line) {
      <p class="soft">{{ line }}</p>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    span {
      display: block;
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    textarea {
      width: 100%;
    }
  `,
})
export class SayNote {
  protected readonly words = sayWords.sayNote;
  readonly text = input.required<string>();
  readonly written = output<string>();

  protected readonly time = computed(() =>
    this.text().trim() === '' ? null : this.words.aboutSToSay(formatSeconds(timeToSay(this.text()))),
  );

  protected write(event: Event): void {
    this.written.emit((event.target as HTMLTextAreaElement).value.slice(0, 1000));
  }
}
