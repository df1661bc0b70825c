import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import type { SessionOwner, Student } from '@nuvrah/contract';
import { take } from 'rxjs';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { BeginSession } from '../../shared/sessions/begin-session';
import { SearchSelect } from '../../ui/search-select';
import { SideSheets } from '../../ui/side-sheets';
import { sessionWords } from '../../words/session-words';

/** For whom a new session is, and how it begins. */
@Component({
  selector: 'nv-new-session',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeginSession, SearchSelect],
  template: `
    <nv-search-select
      [label]="words.owner"
      [words]="owners()"
      [value]="chosen()"
      (valueChange)="chosen.set($event)"
    />
    @if (asking.message(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
    @if (ready(); as owner) {
      @defer (on immediate) {
        <nv-begin-session [owner]="owner" [student]="student()" (made)="sheets.closeAll()" />
      }
    }
  `,
  styles: `
    nv-search-select {
      display: block;
      margin-bottom: 1rem;
    }
  `,
})
export class NewSession {
  /** Names by student and class; "nobody" for a template. */
  readonly owners = input.required<Readonly<Record<string, string>>>();
  /** Those of the names that are classes. */
  readonly groups = input.required<ReadonlySet<string>>();

  private readonly students = inject(Students);
  protected readonly sheets = inject(SideSheets);

  protected readonly words = sessionWords.add;
  protected readonly asking = sending();
  protected readonly chosen = signal<string | null>(null);
  protected readonly student = signal<Student | null>(null);
  private readonly owner = computed((): SessionOwner | null => {
    const chosen = this.chosen();
    if (chosen === null) return null;
    if (chosen === 'nobody') return { kind: 'nobody' };
    return this.groups().has(chosen)
      ? { kind: 'class', classId: chosen }
      : { kind: 'student', studentId: chosen };
  });
  /** Once all that has to be known of whose it is is known. */
  protected readonly ready = computed((): SessionOwner | null => {
    const owner = this.owner();
    return owner?.kind === 'student' && this.student()?.id !== owner.studentId ? null : owner;
  });

  constructor() {
    effect(() => {
      const owner = this.owner();
      untracked(() => {
        this.student.set(null);
        if (owner?.kind !== 'student') return;
        this.asking.send(this.students.get(owner.studentId).pipe(take(1)), (student) =>
          this.student.set(student),
        );
      });
    });
  }
}
