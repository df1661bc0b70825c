import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import type { StoredSession } from '@nuvrah/contract';
import { AccountStore } from '../../api/account';
import { ConventionFields } from '../../shared/convention-fields';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { CountingMirror } from '../../shared/mirror/counting-mirror';
import { roundOf } from '../../shared/score/one-round';
import { SoundTrack } from '../../shared/playback/sound-track';
import { SideSheet } from '../../ui/side-sheet';
import { SideSheets } from '../../ui/side-sheets';
import { benchWords } from '../../words/bench-words';
import { BenchReview } from './bench-review';
import { RefitForm } from './refit-form';
import { SessionDraft } from './session-draft';
import { SessionEdits } from './session-edits';
import { SessionFile } from './session-file';
import { SessionTags } from './session-tags';
import { SessionTotalsList } from './session-totals-list';
import { TimePanel } from './time-panel';
import { VersionList } from './version-list';
import { WholeSessionForm } from './whole-session-form';

export type BenchSheet =
  'time' | 'fit' | 'conventions' | 'versions' | 'files' | 'sound' | 'tags' | 'today' | 'mirror';

/** What is not about the passage that is chosen, each opened at the side of the Bench. */
@Component({
  selector: 'nv-bench-sheets',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ConventionFields,
    CountingMirror,
    DayCheckForm,
    RefitForm,
    SessionFile,
    SessionTags,
    SessionTotalsList,
    SideSheet,
    SoundTrack,
    TimePanel,
    VersionList,
    WholeSessionForm,
  ],
  templateUrl: './bench-sheets.html',
})
export class BenchSheets {
  protected readonly words = benchWords.sheets;
  readonly stored = input.required<StoredSession>();
  /** An event is to be shown on the score. */
  readonly eventShown = output<number>();

  private readonly account = inject(AccountStore);
  private readonly sheets = inject(SideSheets);
  private readonly content = viewChild.required<TemplateRef<unknown>>('content');
  protected readonly draft = inject(SessionDraft);
  protected readonly review = inject(BenchReview);
  protected readonly edits = inject(SessionEdits);
  protected readonly naming = computed(() => this.account.required().naming);

  protected readonly sheet = signal<BenchSheet>('time');
  /** To whom it is about to be fitted; empty where to nobody. */
  protected readonly fitTo = linkedSignal({ source: () => this.stored().id, computation: () => '' });

  /** One round of the passage that is chosen, to be counted; null where it has none. */
  readonly mirrored = computed(() => {
    const [passage, session] = [this.edits.passage(), this.draft.session()];
    if (passage?.kind !== 'counted' || !session) return null;
    return roundOf(passage, session.goal, 'right', this.review.conventions()).timeline;
  });

  open(sheet: BenchSheet): void {
    this.sheet.set(sheet);
    this.sheets.open(this.content());
  }

  /** Opens the fit to this student. */
  fit(studentId: string): void {
    this.fitTo.set(studentId);
    this.open('fit');
  }

  protected close(): void {
    this.sheets.closeAll();
  }

  protected show(event: number): void {
    this.close();
    this.eventShown.emit(event);
  }
}
