import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { StoredOverruling, StoredSession, Student } from '@nuvrah/contract';
import {
  beginRun,
  CAUTION_LINE,
  clockInWords,
  compileSession,
  describeEmergency,
  describeMissing,
  describePassage,
  describeRefusal,
  finishBy,
  formatClock,
  resolveConventions,
  reviewToLead,
  sessionFromChecked,
  techniqueOf,
  dayCheckOf,
  isDayChecked,
  millis,
  nextMomentAt,
  standsOpen,
  isToResolve,
  slotsOf,
  strictestByPassage,
  type Session,
  type SessionJson,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { sending } from '../../api/sending';
import { Sessions, toJson } from '../../api/sessions';
import { ScreeningClock } from '../../api/screening-clock';
import { Variants } from '../../api/variants';
import { shortcutOf } from '../../shared/shortcut-keys';
import { distinctNames } from '../../shared/distinct-names';
import { FindingList } from '../../shared/findings/finding-list';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { describeDay } from '../../shared/day-check/describe-day';
import { ScoreStrip, type StripLine } from '../../shared/score/score-strip';
import { Notices } from '../../ui/notices';
import { describeLoudness, describeVoice } from '../../shared/playback/describe-sound';
import { SoundSettings } from '../../shared/playback/sound-settings';
import { SideSheet } from '../../ui/side-sheet';
import { TimeField } from '../../ui/time-field';
import { describeFewerRounds } from '../../shared/playback/lead-options';
import { SideSheets } from '../../ui/side-sheets';
import { leadWords } from '../../words/lead-words';
import { soundWords } from '../../words/sound-words';

/** Before leading: what will be done, what must be true first, and the button. */
@Component({
  selector: 'nv-lead-ready',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    DayCheckForm,
    FindingList,
    MatButtonModule,
    MatIconModule,
    RouterLink,
    ScoreStrip,
    SideSheet,
    SoundSettings,
    TimeField,
  ],
  host: { '(document:keydown)': 'key($event)' },
  templateUrl: './lead-ready.html',
  styleUrl: './lead-ready.scss',
})
export class LeadReady {
  protected readonly words = leadWords.leadReady;
  protected readonly soundWords = soundWords;
  protected readonly sheets = inject(SideSheets);
  readonly session = input.required<StoredSession>();
  readonly student = input.required<Student>();
  readonly busy = input.required<boolean>();
  readonly problem = input.required<string | null>();
  /** By when it is to end, where that was chosen; milliseconds since 1970. */
  readonly begin = output<number | null>();
  /** Something about the student was put on record. */
  readonly changed = output();

  private readonly account = inject(AccountStore);
  private readonly sessions = inject(Sessions);
  private readonly notices = inject(Notices);
  protected readonly applying = sending();
  /** Once it is led nothing of it is taken back from here. */
  private here = true;
  protected readonly caution = CAUTION_LINE;
  private readonly variantNames = inject(Variants).names;

  private readonly document = computed(() => sessionFromChecked(this.session().document));
  protected readonly timeline = computed(() =>
    compileSession(this.document(), this.student(), this.account.required().conventions),
  );
  /** Decisions about findings of this session. */
  protected readonly overrulings = linkedSignal<readonly StoredOverruling[]>(
    () => this.session().overrulings,
  );
  private readonly day = inject(ScreeningClock).day;
  protected readonly dayChecked = computed(() => {
    const { today, now } = this.day();
    return isDayChecked(this.student(), today, now);
  });
  protected readonly dayLine = computed(() => {
    const check = dayCheckOf(this.student(), this.day().today);
    return check ? describeDay(check) : '';
  });
  /** What was answered today, where it is to be changed. */
  protected readonly answered = computed(() => dayCheckOf(this.student(), this.day().today));
  protected readonly changing = signal(false);
  private readonly review = computed(() =>
    reviewToLead(this.document(), this.student(), this.overrulings(), this.day()),
  );
  protected readonly screening = computed(() => this.review().screening);
  protected readonly findings = computed(() => this.review().findings);
  protected readonly needs = computed(() => this.review().needs);
  /** What has to be resolved before it can be led; the day is asked about here. */
  protected readonly inTheWay = computed(() => this.needs().filter(isToResolve).length);
  protected readonly whole = computed(() => ({ from: 0, to: this.timeline().total }));
  protected readonly slots = computed(() => slotsOf(this.document()));
  /** Each passage on the strip, with the strictest that stands open against it. */
  protected readonly lines = computed((): readonly StripLine[] => {
    const marks = strictestByPassage(this.findings().filter(standsOpen));
    return this.passages().map(({ id, name }) => ({ id, name, mark: marks.get(id) ?? null }));
  });
  protected readonly ends = computed(() => {
    const total = this.timeline().total;
    return this.words.ends(formatClock(total), clockInWords(this.day().now + total));
  });
  /** The time of day at which it is to end, where it begins late; empty for its own. */
  protected readonly endAt = signal('');
  private readonly endsAt = computed(() => {
    const clock = this.endAt();
    return clock === '' ? null : nextMomentAt(clock, this.day().now);
  });
  /** With which rounds it ends in time, or why it cannot. */
  protected readonly sameEnd = computed(() => {
    const endsAt = this.endsAt();
    if (endsAt === null) return '';
    const { conventions, naming } = this.account.required();
    const run = beginRun({ session: this.document(), student: this.student(), conventions });
    const answer = finishBy(run, millis(0), millis(endsAt - this.day().now));
    return answer.ok
      ? this.words.endsAt(this.endAt(), describeFewerRounds(answer.value, naming))
      : describeRefusal(answer.problem);
  });
  protected readonly voiceLine = computed(() => describeVoice(this.account.required().sound));
  protected readonly loudnessLine = computed(() => describeLoudness(this.account.required().sound));
  protected readonly emergency = computed(() => {
    const { emergency } = this.student();
    return emergency && describeEmergency(emergency);
  });
  /** What the intake misses, in words; the day and the findings have their own places. */
  protected readonly missing = computed(() => describeMissing(this.student(), this.day().today));
  protected readonly passageNames = computed(
    () => new Map(this.passages().map(({ id, name }) => [id, name])),
  );

  protected readonly passages = computed(() => {
    const { conventions: profile, naming } = this.account.required();
    const session = this.document();
    const conventions = resolveConventions(profile, session.conventions);
    const names = distinctNames(
      session.passages.map(
        ({ technique, variant }) =>
          this.variantNames().get(variant ?? '') ?? techniqueOf(technique).names[naming],
      ),
    );
    return session.passages.map((passage, index) => {
      const { opening } = techniqueOf(passage.technique);
      const span = this.timeline().passages[index];
      return {
        id: passage.id,
        name: names[index] ?? '',
        opening,
        time: formatClock(span ? span.to - span.from : 0),
        line: describePassage(passage, session.goal, conventions),
      };
    });
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => (this.here = false));
  }

  protected start(): void {
    this.begin.emit(this.endsAt());
  }

  protected asked(): void {
    this.changing.set(false);
    this.changed.emit();
  }

  /** A remedy changes the session itself: it is saved, and screened again. */
  protected apply(session: Session): void {
    const { id, version, document } = this.session();
    this.save(id, version, toJson(session), (saved) =>
      this.notices.say(this.words.sessionChanged, {
        label: this.words.undo,
        run: () => this.here && this.save(id, saved.version, document, () => undefined),
      }),
    );
  }

  private save(
    id: string,
    version: number,
    document: SessionJson,
    done: (saved: StoredSession) => void,
  ): void {
    this.applying.send(this.sessions.save(id, version, document), (saved) => {
      this.changed.emit();
      done(saved);
    });
  }

  protected key(event: KeyboardEvent): void {
    const typing =
      event.target instanceof Element && event.target.closest('input, textarea, button, a, select');
    if (shortcutOf('ready', event) !== 'start' || typing || this.needs().length > 0) return;
    event.preventDefault();
    this.start();
  }
}
