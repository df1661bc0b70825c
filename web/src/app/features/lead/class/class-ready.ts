import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  type TemplateRef,
  untracked,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import {
  MOST_IN_CLASS,
  type ClassGroup,
  type StoredSession,
  type Student,
  type StudentLine,
} from '@nuvrah/contract';
import {
  CAUTION_LINE,
  clockInWords,
  compileSession,
  dayCheckOf,
  describeEmergency,
  describeFinding,
  describeMissing,
  describePassage,
  formatClock,
  guestInClass,
  isDayChecked,
  isHeldBack,
  resolveConventions,
  screeningCaseOf,
  sessionFromChecked,
  techniqueOf,
  type AlignedLanes,
  type Lane,
} from '@nuvrah/core';
import { catchError, combineLatest, debounceTime, map, of, startWith, switchMap } from 'rxjs';
import { AccountStore } from '../../../api/account';
import { ScreeningClock } from '../../../api/screening-clock';
import { sending } from '../../../api/sending';
import { Students } from '../../../api/students';
import { Variants } from '../../../api/variants';
import { DayCheckForm } from '../../../shared/day-check/day-check-form';
import { describeDay } from '../../../shared/day-check/describe-day';
import { distinctNames } from '../../../shared/distinct-names';
import { SoundSettings } from '../../../shared/playback/sound-settings';
import { shortcutOf } from '../../../shared/shortcut-keys';
import { SearchSelect } from '../../../ui/search-select';
import { SideSheet } from '../../../ui/side-sheet';
import { SideSheets } from '../../../ui/side-sheets';
import { classLeadWords } from '../../../words/class-lead-words';
import { phoneWords } from '../../../words/phone-words';
import { soundWords } from '../../../words/sound-words';
import { GuestForm } from './guest-form';
import { LaneAligner } from './lane-aligner';
import { calledInClass } from './called';
import { ClassPhones } from './class-phones';
import { PhonesPanel } from './phones-panel';
import { PresentToday, type Guest, type Present } from './present';

/** What a class begins with. */
export interface ClassBegins {
  readonly aligned: AlignedLanes;
  readonly students: readonly Student[];
  readonly guests: readonly Guest[];
}

/** Milliseconds in which more names are ticked before the lanes are worked out again. */
const MORE_TICKS = 150;

/** Nothing is true of somebody today, and nothing else was asked. */
const NOTHING_TRUE = {
  facts: [],
  lastMealAt: null,
  freerNostril: null,
  sleep: null,
  calm: null,
  alert: null,
  mood: null,
  pulse: null,
  note: '',
};

/** Before leading a class: who is here, how they are today, the lanes, and the button. */
@Component({
  selector: 'nv-class-ready',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    DayCheckForm,
    GuestForm,
    MatButtonModule,
    MatCheckboxModule,
    MatIconModule,
    PhonesPanel,
    RouterLink,
    SearchSelect,
    SideSheet,
    SoundSettings,
  ],
  host: { '(document:keydown)': 'key($event)' },
  templateUrl: './class-ready.html',
  styleUrls: ['../lead-ready.scss', './class-ready.scss'],
})
export class ClassReady {
  protected readonly words = classLeadWords.ready;
  protected readonly guestWords = classLeadWords.guest;
  protected readonly screenWords = classLeadWords.secondScreen;
  protected readonly soundWords = soundWords;
  protected readonly phoneWords = phoneWords.panel;
  readonly group = input.required<ClassGroup>();
  readonly session = input.required<StoredSession>();
  /** All that is known of who may be here: the members, and whoever was invited. */
  readonly students = input.required<readonly Student[]>();
  /** Everybody of the account, by name. */
  readonly everybody = input.required<readonly StudentLine[]>();
  readonly busy = input.required<boolean>();
  readonly problem = input.required<string | null>();
  readonly begin = output<ClassBegins>();
  /** Something about a student was put on record, or somebody else came. */
  readonly changed = output();
  readonly invited = output<string>();

  private readonly account = inject(AccountStore);
  private readonly clock = inject(ScreeningClock);
  private readonly presentToday = inject(PresentToday);
  private readonly students$ = inject(Students);
  private readonly aligner = inject(LaneAligner);
  private readonly variantNames = inject(Variants).names;
  protected readonly sheets = inject(SideSheets);
  private readonly daySheet = viewChild.required<TemplateRef<unknown>>('daySheet');
  protected readonly caution = CAUTION_LINE;
  protected readonly asking = sending();

  protected readonly present = linkedSignal<Present>(() =>
    this.presentToday.of(this.group().id, this.clock.today()),
  );
  /** Whom one can tick: who belongs, and who was invited. */
  protected readonly offered = computed(() => {
    const { members } = this.group();
    const guests = this.present().students.filter((id) => !members.includes(id));
    const by = new Map(this.students().map((student) => [student.id, student]));
    return [...members, ...guests].flatMap((id) => by.get(id) ?? []);
  });
  protected readonly others = computed((): Readonly<Record<string, string>> => {
    const offered = new Set(this.offered().map(({ id }) => id));
    const others = this.everybody().filter(({ id, archived }) => !archived && !offered.has(id));
    return Object.fromEntries(others.map(({ id, name }) => [id, name]));
  });
  protected readonly here = computed(() => {
    const ticked = new Set(this.present().students);
    return this.offered().filter(({ id }) => ticked.has(id));
  });
  protected readonly unasked = computed(() => {
    const { today, now } = this.clock.day();
    return this.here().filter((student) => !isHeldBack(student, today) && !isDayChecked(student, today, now));
  });
  protected readonly days = computed(() =>
    this.here().flatMap((student) => {
      const check = dayCheckOf(student, this.clock.today());
      return check ? [{ id: student.id, name: student.name, text: describeDay(check) }] : [];
    }),
  );
  /** Who cannot be led at all today, with why and what to do. */
  protected readonly held = computed(() => {
    const { today } = this.clock.day();
    return this.here()
      .filter((student) => isHeldBack(student, today))
      .map((student) => {
        const { emergency } = student;
        const { clearances, intake } = this.words;
        const of = { id: student.id, name: student.name };
        return emergency
          ? {
              ...of,
              text: describeEmergency(emergency),
              link: ['/students', student.id],
              query: { tab: 'health' },
              linkText: clearances,
            }
          : {
              ...of,
              text: describeMissing(student, today).join(' '),
              link: ['/students', student.id, 'intake'],
              query: {},
              linkText: intake,
            };
      });
  });

  private readonly document = computed(() => sessionFromChecked(this.session().document));
  private readonly tried = signal(0);
  private readonly work = computed(() => {
    this.tried();
    const day = this.clock.day();
    const session = this.document();
    const led = this.here().filter((student) => !isHeldBack(student, day.today));
    const students = [
      ...led.map((student) => {
        const { session: _, profile: __, ...screening } = screeningCaseOf(session, student, [], day);
        return { id: student.id, screening };
      }),
      ...this.present().guests.map(({ id, answers }) => guestInClass(id, answers, day.today)),
    ];
    return { session, students, profile: day.profile };
  });
  /** The clock moves on by itself: worked out again only where that changes something. */
  private readonly asWork = computed(() => this.work(), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  private readonly result = toSignal(
    toObservable(this.asWork).pipe(
      debounceTime(MORE_TICKS),
      switchMap((work) =>
        work.students.length === 0
          ? of({ work, aligned: null, failed: false })
          : this.aligner.align(work).pipe(
              map((aligned) => ({ work, aligned, failed: false })),
              catchError(() => of({ work, aligned: null, failed: true })),
            ),
      ),
      startWith(null),
    ),
    { initialValue: null },
  );
  /** The lanes of who is here now; null while they are worked out. */
  private readonly aligned = computed(() => {
    const result = this.result();
    return result?.work === this.asWork() ? result.aligned : null;
  });
  protected readonly notWorked = computed(() => this.result()?.failed === true);
  protected readonly working = computed(
    () => this.asWork().students.length > 0 && !this.aligned() && !this.notWorked(),
  );

  /** How everybody who is here is called: who a phone can be. */
  protected readonly called = computed(() =>
    Object.values(calledInClass(this.here(), this.present().guests)),
  );
  private readonly names = computed(() => {
    const named = [...this.here(), ...this.present().guests];
    return new Map(named.map(({ id, name }) => [id, name]));
  });
  private readonly passageNames = computed(() => {
    const { naming } = this.account.required();
    return distinctNames(
      this.document().passages.map(
        ({ technique, variant }) =>
          this.variantNames().get(variant ?? '') ?? techniqueOf(technique).names[naming],
      ),
    );
  });
  protected readonly lanes = computed(() => {
    const aligned = this.aligned();
    const session = this.document();
    const conventions = resolveConventions(this.account.required().conventions, session.conventions);
    const describe = (lane: Lane, id: string): string => {
      const own = lane.session.passages.filter((_, index) => lane.standsFor[index] === id);
      const main = own.find(({ kind }) => kind !== 'natural');
      return main ? describePassage(main, session.goal, conventions) : this.words.naturalHere;
    };
    return (aligned?.lanes ?? []).map((lane) => ({
      names: lane.students.map((id) => this.names().get(id) ?? '').join(', '),
      passages: session.passages.map(({ id }, index) => ({
        id,
        name: this.passageNames()[index] ?? '',
        line: describe(lane, id),
        meets: aligned?.meetings[index] ?? 0,
        gaveUp: lane.gaveUp
          .filter(({ passageId }) => passageId === id)
          .map(({ said, reason }) => `${said}: ${reason}`),
      })),
      left: lane.left.map(
        ({ student, finding }) => `${this.names().get(student) ?? ''}: ${describeFinding(finding)}`,
      ),
    }));
  });
  protected readonly ends = computed(() => {
    const [lane] = this.aligned()?.lanes ?? [];
    const { total } = compileSession(
      lane?.session ?? this.document(),
      { hand: 'right' },
      this.account.required().conventions,
    );
    return this.words.ends(formatClock(total), clockInWords(this.clock.day().now + total));
  });

  /** Why it cannot begin yet, in words; null where it can. */
  protected readonly why = computed(() => {
    const here = this.here().length + this.present().guests.length;
    if (here === 0) return this.words.nobodyHere;
    if (here > MOST_IN_CLASS) return this.words.tooMany(MOST_IN_CLASS);
    const held = [
      ...this.held().map(({ name }) => name),
      ...(this.aligned()?.lanes ?? []).flatMap(({ left }) =>
        left.map(({ student }) => this.names().get(student) ?? ''),
      ),
    ];
    if (held.length > 0) return this.words.notForThese([...new Set(held)].join(', '));
    if (this.unasked().length > 0) return this.words.askAboutToday;
    return this.aligned() ? null : this.notWorked() ? this.words.notWorked : this.words.working;
  });

  constructor() {
    const phones = inject(ClassPhones);
    // Who is ticked later can be chosen on a phone too.
    effect(() => {
      const called = this.called();
      if (phones.live()) untracked(() => phones.here(called));
    });
  }

  protected isHere(id: string): boolean {
    return this.present().students.includes(id);
  }

  protected tick(id: string, here: boolean): void {
    const others = this.present().students.filter((one) => one !== id);
    this.keep({ ...this.present(), students: here ? [...others, id] : others });
  }

  protected tickAll(here: boolean): void {
    this.keep({ ...this.present(), students: here ? this.offered().map(({ id }) => id) : [] });
  }

  /** Somebody who does not belong to the class comes today. */
  protected invite(id: string): void {
    if (id === '') return;
    this.tick(id, true);
    this.invited.emit(id);
  }

  protected addGuest(guest: Guest): void {
    this.keep({ ...this.present(), guests: [...this.present().guests, guest] });
  }

  protected dropGuest(id: string): void {
    this.keep({ ...this.present(), guests: this.present().guests.filter((one) => one.id !== id) });
  }

  private keep(present: Present): void {
    this.present.set(present);
    this.presentToday.keep(this.group().id, present);
  }

  /** Of whom today is asked by themselves. */
  protected readonly asked = signal<Student | null>(null);

  protected askOne(student: Student): void {
    this.asked.set(student);
    this.sheets.open(this.daySheet());
  }

  protected oneAsked(): void {
    this.sheets.closeAll();
    this.changed.emit();
  }

  protected askedAll(): void {
    const checks = this.unasked().map(({ id }) =>
      this.students$.addDayCheck(id, crypto.randomUUID(), NOTHING_TRUE),
    );
    this.asking.send(combineLatest(checks), () => this.changed.emit());
  }

  protected again(): void {
    this.tried.update((times) => times + 1);
  }

  protected start(): void {
    const aligned = this.aligned();
    if (!aligned || this.busy() || this.why() !== null) return;
    this.begin.emit({ aligned, students: this.here(), guests: this.present().guests });
  }

  protected key(event: KeyboardEvent): void {
    const elsewhere =
      event.target instanceof Element &&
      event.target.closest('input, textarea, button, a, [role=combobox], .cdk-overlay-container');
    if (event.defaultPrevented || elsewhere || shortcutOf('ready', event) !== 'start') return;
    event.preventDefault();
    this.start();
  }
}
