import { ChangeDetectionStrategy, Component, computed, inject, input, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { isDayChecked, type ComposeRequest } from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { LoadingNote } from '../../shared/loading-note';
import { PageBar } from '../../shared/page/page-bar';
import { Fold } from '../../ui/fold';
import { composeWords } from '../../words/compose-words';
import { composeRequestOf, type Wanted } from './compose-request';
import { ComposeWork } from './compose-work';

/** Three sessions proposed for a student, today. */
@Component({
  selector: 'nv-compose-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ComposeWork, DayCheckForm, Fold, LoadingNote, MatButtonModule, PageBar, RouterLink],
  templateUrl: './compose-page.html',
  styleUrl: './compose-page.scss',
})
export class ComposePage {
  protected readonly words = composeWords.composePage;
  readonly id = input.required<string>();

  private readonly students = inject(Students);
  private readonly sittings = inject(Sittings);
  private readonly day = inject(ScreeningClock).day;
  private readonly work = viewChild(ComposeWork);

  protected readonly page = asked(this.id, (id) =>
    combineLatest([this.students.get(id), this.sittings.list(id)]),
  );
  protected readonly student = computed(() => this.page.value()?.[0] ?? null);
  protected readonly goals = computed(() => this.student()?.goals.slice(0, 1) ?? []);
  protected readonly dayChecked = computed(() => {
    const student = this.student();
    const { today, now } = this.day();
    return student !== null && isDayChecked(student, today, now);
  });

  protected readonly requestOf = (wanted: Wanted): ComposeRequest => {
    const found = this.page.value();
    if (!found) throw new Error('composing before the student is there');
    const [student, sittings] = found;
    return composeRequestOf(student, sittings, this.day(), wanted);
  };

  /** What was found without knowing of today is found no more. */
  protected askedToday(): void {
    this.work()?.forget();
    this.page.again();
  }
}
