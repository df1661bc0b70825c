import { Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import { screeningCaseOf, type Student } from '@nuvrah/contract';
import { describeFinding, refitSession, withFreshIds, type Session } from '@nuvrah/core';
import { askedOnce } from '../api/loaded';
import { ScreeningClock } from '../api/screening-clock';
import { sending } from '../api/sending';
import { Sessions } from '../api/sessions';
import { Students } from '../api/students';
import { ChoiceField } from '../forms/choice-field';

/** The session fitted to another student: each change with its reason, then a session of theirs. */
@Component({
  selector: 'nv-refit-form',
  imports: [ChoiceField, MatButtonModule],
  template: `
    <nv-choice-field label="fit it to" [value]="chosen()" [words]="others()" (choose)="choose($event)" />
    @if (fitted(); as fit) {
      <ul>
        @for (change of fit.changes; track $index) {
          <li>
            <strong>{{ nameOf(change.passageId) }}: {{ change.said }}</strong>
            <span class="soft">{{ change.reason }}</span>
          </li>
        } @empty {
          <li>Nothing has to change.</li>
        }
        @for (line of fit.left; track line) {
          <li class="wrong">{{ line }}</li>
        }
      </ul>
      <button matButton="outlined" type="button" [disabled]="sent.busy()" (click)="make(fit.session)">
        Make it a session of theirs
      </button>
    }
    @if (sent.message(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    ul {
      margin: 0.5rem 0;
      padding-left: 1.25rem;
      font-size: 0.9375rem;
    }
    .wrong {
      color: var(--no);
    }
  `,
})
export class RefitForm {
  readonly session = input.required<Session>();
  /** Whose it is now. */
  readonly studentId = input.required<string>();
  readonly names = input.required<ReadonlyMap<string, string>>();

  private readonly students = inject(Students);
  private readonly sessions = inject(Sessions);
  private readonly router = inject(Router);
  private readonly day = inject(ScreeningClock).day;

  private readonly list = askedOnce(() => this.students.list());
  protected readonly chosen = signal('');
  private readonly other = signal<Student | null>(null);
  protected readonly sent = sending();

  protected readonly others = computed(() => {
    const lines = (this.list.value() ?? []).filter(
      ({ id, archived }) => !archived && id !== this.studentId(),
    );
    return { '': 'choose …', ...Object.fromEntries(lines.map(({ id, name }) => [id, name])) } as Record<
      string,
      string
    >;
  });

  protected readonly fitted = computed(() => {
    const student = this.other();
    if (!student) return null;
    const of = screeningCaseOf(this.session(), student, [], this.day());
    const { session, changes, left } = refitSession(of, student.seats);
    return { session, changes, left: left.map(describeFinding) };
  });

  protected nameOf(passageId: string | null): string {
    return passageId === null ? 'The whole session' : (this.names().get(passageId) ?? '');
  }

  protected choose(id: string): void {
    this.chosen.set(id);
    this.other.set(null);
    if (id !== '') this.sent.send(this.students.get(id), (student) => this.other.set(student));
  }

  protected make(session: Session): void {
    const student = this.other();
    if (!student) return;
    this.sent.send(
      this.sessions.add(
        student.id,
        withFreshIds(session, () => crypto.randomUUID()),
      ),
      ({ id }) => void this.router.navigate(['/bench', id]),
    );
  }
}
