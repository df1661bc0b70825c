import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { formatSeconds, timeToSay } from '@nuvrah/core';

/** What to say aloud when a passage begins, with the time that takes. */
@Component({
  selector: 'nv-say-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <span>say aloud when it begins</span>
      <textarea
        rows="2"
        maxlength="1000"
        aria-label="say aloud when it begins"
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
  readonly text = input.required<string>();
  readonly written = output<string>();

  protected readonly time = computed(() =>
    this.text().trim() === '' ? null : `About ${formatSeconds(timeToSay(this.text()))} s to say.`,
  );

  protected write(event: Event): void {
    this.written.emit((event.target as HTMLTextAreaElement).value.slice(0, 1000));
  }
}
