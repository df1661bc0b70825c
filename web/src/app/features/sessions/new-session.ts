import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { SessionOwner, Student } from '@nuvrah/contract';
import { of, switchMap, type Observable } from 'rxjs';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { firstSessionFor } from '../../shared/sessions/first-session';
import { KitForm } from '../../ui/kit-form';
import { SearchSelect } from '../../ui/search-select';
import { SideSheets } from '../../ui/side-sheets';
import { sessionWords } from '../../words/session-words';

/** For whom a new session is; it opens on the Bench. */
@Component({
  selector: 'nv-new-session',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, MatButtonModule, SearchSelect],
  template: `
    <form (submit)="add($event)">
      <p>{{ words.text }}</p>
      <nv-search-select
        [label]="words.owner"
        [words]="owners()"
        [value]="chosen()"
        (valueChange)="chosen.set($event)"
      />
      @if (adding.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      <p>
        <button matButton="filled" type="submit" [disabled]="adding.busy()">{{ words.open }}</button>
      </p>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    nv-search-select {
      display: block;
    }
  `,
})
export class NewSession {
  /** Names by student and class; "nobody" for a template. */
  readonly owners = input.required<Readonly<Record<string, string>>>();
  /** Those of the names that are classes. */
  readonly groups = input.required<ReadonlySet<string>>();

  private readonly students = inject(Students);
  private readonly sessions = inject(Sessions);
  private readonly sheets = inject(SideSheets);
  private readonly router = inject(Router);
  private readonly day = inject(ScreeningClock).day;

  protected readonly words = sessionWords.add;
  protected readonly adding = sending();
  protected readonly chosen = signal<string | null>(null);

  protected add(event: Event): void {
    event.preventDefault();
    const chosen = this.chosen();
    if (chosen === null) return this.adding.say(this.words.choose);
    const owner = this.ownerOf(chosen);
    const asked: Observable<Student | null> =
      owner.kind === 'student' ? this.students.get(owner.studentId) : of(null);
    const added = asked.pipe(
      switchMap((student) => this.sessions.add(owner, firstSessionFor(student, this.day()))),
    );
    this.adding.send(added, ({ id }) => {
      this.sheets.closeAll();
      void this.router.navigate(['/bench', id]);
    });
  }

  private ownerOf(chosen: string): SessionOwner {
    if (chosen === 'nobody') return { kind: 'nobody' };
    return this.groups().has(chosen)
      ? { kind: 'class', classId: chosen }
      : { kind: 'student', studentId: chosen };
  }
}
