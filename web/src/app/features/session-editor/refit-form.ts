import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  model,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { SessionOwner, Student } from '@nuvrah/contract';
import { describeFinding, refitSession, withFreshIds, type Session, screeningCaseOf } from '@nuvrah/core';
import { forkJoin, take } from 'rxjs';
import { Classes } from '../../api/classes';
import { askedOnce } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Sessions, type Owner } from '../../api/sessions';
import { Students } from '../../api/students';
import { SelectField } from '../../ui/select-field';
import { benchWords } from '../../words/bench-words';
import { kitWords } from '../../words/kit-words';

/** The session fitted to another student: each change with its reason, then a session of theirs. */
@Component({
  selector: 'nv-refit-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField, MatButtonModule],
  template: `
    <nv-select
      [label]="said.fitItTo"
      [value]="chosen()"
      [words]="others()"
      (valueChange)="chosen.set($event)"
    />
    @if (plain(); as owner) {
      <p class="soft">{{ said.itIsCopiedAs }}</p>
      <button matButton="outlined" type="button" [disabled]="sent.busy()" (click)="make(owner, session())">
        {{ said.copyIt }}
      </button>
    }
    @if (fitted(); as fit) {
      <ul>
        @for (change of fit.changes; track $index) {
          <li>
            <strong>{{ nameOf(change.passageId) }}: {{ change.said }}</strong
            >&ngsp;
            <span class="soft">{{ change.reason }}</span>
          </li>
        } @empty {
          <li>{{ said.nothingHasToChange }}</li>
        }
        @for (line of fit.left; track line) {
          <li class="wrong">{{ line }}</li>
        }
      </ul>
      <button
        matButton="outlined"
        type="button"
        [disabled]="sent.busy()"
        (click)="make(fit.owner, fit.session)"
      >
        {{ said.makeItASession }}
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
    button {
      height: auto;
      min-height: 2.25rem;
      padding-block: 0.375rem;
    }
    .wrong {
      color: var(--no);
    }
  `,
})
export class RefitForm {
  protected readonly said = benchWords.refitForm;
  readonly session = input.required<Session>();
  /** Whose it is now. */
  readonly owner = input.required<Owner>();
  /** A student's id, a class's, or "nobody"; empty where none is chosen. */
  readonly chosen = model.required<string>();
  readonly names = input.required<ReadonlyMap<string, string>>();

  /** It became a session of its own. */
  readonly made = output();

  private readonly students = inject(Students);
  private readonly classes = inject(Classes);
  private readonly sessions = inject(Sessions);
  private readonly router = inject(Router);
  private readonly day = inject(ScreeningClock).day;

  private readonly lists = askedOnce(() => forkJoin([this.students.list(), this.classes.list()]));
  private readonly other = signal<Student | null>(null);
  protected readonly sent = sending();

  private readonly classList = computed(() =>
    (this.lists.value()?.[1] ?? []).filter(({ archived }) => !archived),
  );
  protected readonly others = computed((): Record<string, string> => {
    const students = (this.lists.value()?.[0] ?? []).filter(({ archived }) => !archived);
    const words = [...students, ...this.classList()].map(({ id, name }) => [id, name]);
    const owner = this.owner();
    const own =
      owner.kind === 'student' ? owner.student.id : owner.kind === 'class' ? owner.group.id : NOBODY;
    const all = [['', kitWords.choose], ...words, [NOBODY, this.said.nobodyATemplate]] as [string, string][];
    return Object.fromEntries(all.filter(([id]) => id !== own));
  });

  /** A class or nobody: there is no breath to fit it to. */
  protected readonly plain = computed((): SessionOwner | null => {
    const chosen = this.chosen();
    if (chosen === NOBODY) return { kind: 'nobody' };
    return this.classList().some(({ id }) => id === chosen) ? { kind: 'class', classId: chosen } : null;
  });

  protected readonly fitted = computed(() => {
    const student = this.other();
    if (!student) return null;
    const of = screeningCaseOf(this.session(), student, [], this.day());
    const { session, changes, left } = refitSession(of);
    const owner: SessionOwner = { kind: 'student', studentId: student.id };
    return { owner, session, changes, left: left.map(describeFinding) };
  });

  constructor() {
    effect(() => {
      const id = this.chosen();
      this.other.set(null);
      if (id !== '' && this.lists.value()?.[0].some((student) => student.id === id))
        untracked(() =>
          this.sent.send(this.students.get(id).pipe(take(1)), (student) => this.other.set(student)),
        );
    });
  }

  protected nameOf(passageId: string | null): string {
    return passageId === null ? this.said.theWholeSession : (this.names().get(passageId) ?? '');
  }

  protected make(owner: SessionOwner, session: Session): void {
    this.sent.send(
      this.sessions.add(
        owner,
        withFreshIds(session, () => crypto.randomUUID()),
      ),
      ({ id }) => {
        this.made.emit();
        void this.router.navigate(['/bench', id]);
      },
    );
  }
}

const NOBODY = 'nobody';
