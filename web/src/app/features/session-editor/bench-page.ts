import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { formatClock, GOALS, entriesOf } from '@nuvrah/core';
import { asked } from '../../api/loaded';
import { nameOfOwner, Sessions } from '../../api/sessions';
import { FactChip } from '../../shared/fact-chip';
import { LoadingNote } from '../../shared/loading-note';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { PageBar } from '../../shared/page/page-bar';
import { BreathScore } from '../../shared/score/breath-score';
import { shortcutOf } from '../../shared/shortcut-keys';
import { NextFrame } from '../../ui/next-frame';
import { SelectField } from '../../ui/select-field';
import { Tip } from '../../ui/tip';
import { benchWords } from '../../words/bench-words';
import { BenchReview } from './bench-review';
import { BenchSheets } from './bench-sheets';
import { FindingsPane } from './findings-pane';
import { LeadStateLine } from './lead-state-line';
import { PassageClipboard } from './passage-clipboard';
import { PassageInspector } from './passage-inspector';
import { PassageList } from './passage-list';
import { PhaseActions } from './phase-actions';
import { SaveNote } from './save-note';
import { ScoreEdits } from './score-edits';
import { SessionConflict } from './session-conflict';
import { SessionDraft } from './session-draft';
import { SessionEdits } from './session-edits';

/** Where there is no room for three panes, one of them is shown. */
type Pane = 'passages' | 'passage' | 'findings';

/** The Bench: a session as a score, with its numbers edited where they stand. */
@Component({
  selector: 'nv-bench-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BenchSheets,
    BreathScore,
    FactChip,
    FindingsPane,
    LeadStateLine,
    LoadingNote,
    MatButtonModule,
    MatButtonToggleModule,
    MatIconModule,
    MatMenuModule,
    NextFrame,
    PageBar,
    PassageInspector,
    PassageList,
    RouterLink,
    SaveNote,
    SelectField,
    SessionConflict,
    Tip,
  ],
  providers: [BenchReview, PhaseActions, ScoreEdits, SessionDraft, SessionEdits],
  templateUrl: './bench-page.html',
  styleUrl: './bench-page.scss',
  host: {
    '(document:keydown)': 'shortcut($event)',
    '(document:copy)': 'copy($event)',
    '(document:paste)': 'paste($event)',
  },
})
export class BenchPage {
  protected readonly words = benchWords.benchPage;
  readonly id = input.required<string>();

  private readonly sessions = inject(Sessions);
  private readonly router = inject(Router);
  private readonly title = inject(Title);
  private readonly queue = inject(OfflineQueue);
  private readonly clipboard = inject(PassageClipboard);
  protected readonly draft = inject(SessionDraft);
  protected readonly review = inject(BenchReview);
  protected readonly edits = inject(SessionEdits);
  protected readonly scoreEdits = inject(ScoreEdits);
  protected readonly goals = GOALS;

  protected readonly page = asked(this.id, (id) => this.sessions.withOwner(id));
  protected readonly student = this.review.student;
  protected readonly timeline = this.review.timeline;
  protected readonly ownerName = computed(() => {
    const owner = this.review.owner();
    return owner ? nameOfOwner(owner) : '';
  });
  protected readonly facts = computed(() => [
    ...new Set((this.student()?.facts ?? []).filter(({ until }) => until === null).map(({ fact }) => fact)),
  ]);
  /** "30:00 of 30:00". */
  protected readonly time = computed(() => {
    const [timeline, session] = [this.timeline(), this.draft.session()];
    if (!timeline || !session) return '';
    const total = formatClock(timeline.total);
    return session.minutes === null ? total : this.words.ofTime(total, formatClock(session.minutes * 60_000));
  });
  protected readonly pane = signal<Pane>('passage');
  protected readonly panes = entriesOf(this.words.panes);

  private readonly score = viewChild<BreathScore>('score');

  constructor() {
    effect(() => {
      const page = this.page.value();
      if (page) this.review.take(page);
    });
    // Not when only more is known of the student: what was edited since stays.
    const stored = computed(() => (this.queue.loaded() ? (this.page.value()?.session ?? null) : null));
    effect(() => {
      const session = stored();
      if (session) untracked(() => this.draft.open(session));
    });
    effect(() => {
      const session = this.draft.session();
      if (session) this.title.setTitle(this.words.benchNuvrah(session.title));
    });
  }

  /** What a total is about, on the score. */
  protected showEvent(index: number): void {
    this.score()?.show(index);
  }

  protected rename(event: Event): void {
    this.edits.setTitle((event.target as HTMLInputElement).value.slice(0, 120));
  }

  /** An emptied title goes back to the one that is kept. */
  protected keepTitle(event: Event): void {
    (event.target as HTMLInputElement).value = this.draft.session()?.title ?? '';
  }

  /** Leads what is on the screen: it is saved first. */
  protected lead(): void {
    const owner = this.review.owner();
    if (owner?.kind === 'class') this.saveAndGo('/classes', owner.group.id, 'lead', this.id());
    else this.saveAndGo('/lead', this.id());
  }

  /** What is on the screen as one page to print, for the room or to take home, or beside another: it is saved first. */
  protected beside(page: 'sheet' | 'card' | 'compare'): void {
    this.saveAndGo('/bench', this.id(), page);
  }

  protected rehearse(): void {
    this.saveAndGo('/rehearse', this.id());
  }

  private saveAndGo(...to: string[]): void {
    this.draft.flush().subscribe((saved) => {
      if (saved) void this.router.navigate(to);
    });
  }

  /** The passage that is chosen, where no text is meant. */
  protected copy(event: ClipboardEvent): void {
    if (isTextMeant(event)) return;
    const text = this.edits.copy();
    if (text === null) return;
    event.clipboardData?.setData('text/plain', text);
    event.preventDefault();
  }

  protected paste(event: ClipboardEvent): void {
    if (isTextMeant(event)) return;
    const passages = this.clipboard.read(event.clipboardData?.getData('text/plain') ?? '');
    if (passages.length === 0) return;
    event.preventDefault();
    this.edits.paste(passages);
  }

  protected shortcut(event: KeyboardEvent): void {
    const shortcut = shortcutOf('bench', event);
    if (shortcut !== 'undo' && shortcut !== 'redo') return;
    event.preventDefault();
    if (shortcut === 'redo') this.draft.redo();
    else this.draft.undo();
  }
}

/** Whether the clipboard is used on text: in a field, or on what is marked on the page. */
function isTextMeant({ target }: Event): boolean {
  const field = target instanceof Element && target.closest('input, textarea, [contenteditable]') !== null;
  return field || (document.getSelection()?.toString() ?? '') !== '';
}
