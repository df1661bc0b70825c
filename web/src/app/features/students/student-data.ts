import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { routes, type StoredSession, type Student } from '@nuvrah/contract';
import { addressOf } from '../../api/api';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { BrowserStore } from '../../api/browser-store';
import { forgetSessionKeptBefore } from '../../shared/offline-queue/kept-before';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { LeadKeeper } from '../../shared/playback/lead-keeper';
import { studentWords } from '../../words/student-words';

/** Everything that is kept of a student: taken out as one archive, or erased for good. */
@Component({
  selector: 'nv-student-data',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <p>
      <a matButton="outlined" [href]="archive()" download>{{ words.takeEverythingOutZip }}</a>
    </p>
    <p>
      {{ words.erasingTakesAwayFacts(student().name) }}
    </p>
    <form (submit)="erase($event)">
      <label>
        <span>{{ words.toErase(student().name) }}</span>
        <input
          autocomplete="off"
          maxlength="120"
          [attr.aria-label]="words.toErase(student().name)"
          [value]="typed()"
          (input)="type($event)"
        />
      </label>
      @if (sent.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      <div class="actions">
        <button matButton="outlined" class="erase" type="submit" [disabled]="sent.busy()">
          {{ words.erase(student().name) }}
        </button>
      </div>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    p {
      max-width: 44rem;
      margin-bottom: 0.75rem;
    }
    label span {
      display: block;
      color: var(--soft-ink);
    }
    .erase {
      --mat-button-outlined-label-text-color: var(--no);
      --mat-button-outlined-outline-color: var(--no);
    }
  `,
})
export class StudentData {
  protected readonly words = studentWords.studentData;
  readonly student = input.required<Student>();
  readonly sessions = input.required<readonly StoredSession[]>();
  readonly erased = output();

  private readonly students = inject(Students);
  private readonly queue = inject(OfflineQueue);
  private readonly browser = inject(BrowserStore);
  private readonly keeper = inject(LeadKeeper);
  protected readonly sent = sending();
  protected readonly typed = signal('');
  protected readonly archive = computed(() =>
    addressOf(routes.studentArchive, { params: { id: this.student().id } }),
  );

  protected type(event: Event): void {
    this.typed.set((event.target as HTMLInputElement).value);
  }

  protected erase(event: Event): void {
    event.preventDefault();
    const { id, name } = this.student();
    if (this.typed().trim() !== name) return this.sent.say(this.words.typeTheNameAs(name));
    this.sent.send(this.students.erase(id, name), () => {
      this.forgetHere(id);
      this.erased.emit();
    });
  }

  /** What this browser keeps of them goes too. */
  private forgetHere(id: string): void {
    this.queue.forgetStudent(id);
    for (const session of this.sessions()) forgetSessionKeptBefore(this.browser, session.id);
    if (this.keeper.kept()?.sitting.studentId === id) this.keeper.forget();
  }
}
