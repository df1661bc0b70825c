import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { StoredClearance, Student } from '@nuvrah/contract';
import {
  ALLOWED_HOLD,
  CLEARANCE_SCOPES,
  LIMITED_SCOPES,
  PERSON_FACTS,
  type ClearanceScope,
  type PersonFact,
  type Day,
  type SignId,
  isPersonName,
  NAME_WANTED,
  signById,
  SIGNS,
  dayInWords,
  entriesOf,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import { OnceId } from '../../api/once-id';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { SelectField } from '../../ui/select-field';
import { Fold } from '../../ui/fold';
import { DateField } from '../../ui/date-field';
import { KitForm } from '../../ui/kit-form';
import { NumberField } from '../../ui/number-field';
import { secondsForm } from '../../ui/number-forms';
import { studentWords } from '../../words/student-words';
import { kitWords } from '../../words/kit-words';

/** What a clearance is for. */
type Cause = PersonFact | SignId;

const EMERGENCY_SIGNS = SIGNS.filter(({ kind }) => kind === 'emergency');

/** Clearances of clinicians: who, when, until when, for what. Each holds through its last day. */
@Component({
  selector: 'nv-clearance-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, DateField, Fold, NumberField, SelectField, MatButtonModule],
  template: `
    <ul>
      @for (row of rows(); track row.clearance.id) {
        <li [class.past]="!row.now">
          <span>
            <strong>{{ row.what }}</strong>&ngsp;
            <span class="soft">{{ row.when }}</span>
            @if (row.clearance.note) {
              <span class="note">{{ row.clearance.note }}</span>
            }
          </span>
          @if (row.now) {
            <button matButton type="button" [disabled]="sent.busy()" (click)="end(row.clearance)">
              {{ words.withdrawn }}
            </button>
          }
        </li>
      } @empty {
        <li class="soft">{{ words.noClearance }}</li>
      }
    </ul>
    <nv-fold [name]="words.fileAClearance">
      <ng-template>
        <form (submit)="add($event)" (input)="typing.set(true)">
          <div class="row">
            <nv-select
              [label]="words.for"
              [value]="cause()"
              [words]="causes()"
              (valueChange)="cause.set($event)"
            />
            @if (!ofSign()) {
              <nv-select
                [label]="words.clears"
                [value]="scope()"
                [words]="scopes"
                (valueChange)="scope.set($event)"
              />
            }
            @if (!ofSign() && limited()) {
              <nv-number-field
                optional
                [label]="words.upToSeconds"
                [caption]="words.upToSecondsIf"
                [form]="secondsForm"
                [min]="allowed.least"
                [max]="allowed.most"
                [fine]="0.5"
                [value]="upTo()"
                (valueChange)="upTo.set($event)"
                (cleared)="upTo.set(null)"
              />
            }
            <label class="wide">
              <span>{{ words.clinician }}</span>
              <input
                name="clinician"
                [attr.aria-label]="words.clinician"
                maxlength="200"
                autocomplete="off"
              />
            </label>
            <nv-date-field
              [label]="words.givenOn"
              [max]="today()"
              [value]="givenOn()"
              (valueChange)="givenOn.set($event)"
            />
            <nv-date-field [label]="words.holdsThrough" [value]="until()" (valueChange)="until.set($event)" />
            <label class="wide">
              <span>{{ words.note }}</span>
              <input
                name="note"
                [attr.aria-label]="words.noteOnTheClearance"
                maxlength="500"
                autocomplete="off"
              />
            </label>
            <button matButton="outlined" type="submit" [disabled]="sent.busy()">{{ words.fileIt }}</button>
          </div>
          @if (sent.message(); as text) {
            <p class="notice problem" role="alert">{{ text }}</p>
          }
        </form>
      </ng-template>
    </nv-fold>
  `,
  styleUrls: ['../../ui/form.scss', './record-list.scss'],
})
export class ClearanceList {
  protected readonly words = studentWords.clearanceList;
  readonly student = input.required<Student>();
  readonly changed = output();

  private readonly students = inject(Students);
  protected readonly today = inject(ScreeningClock).today;
  protected readonly sent = sending();
  private readonly added = new OnceId();
  protected readonly typing = signal(false);
  protected readonly scopes = CLEARANCE_SCOPES as Readonly<Record<ClearanceScope, string>>;
  /** The condition or the emergency sign that it is for; the sign that keeps everything from being led comes first. */
  protected readonly cause = linkedSignal<Cause | ''>(() => this.student().emergency?.sign ?? '');
  /** A clearance for a sign is for everything: after it practice goes on. */
  protected readonly ofSign = computed(() => EMERGENCY_SIGNS.some(({ id }) => id === this.cause()));
  protected readonly givenOn = signal<Day | null>(null);
  protected readonly until = signal<Day | null>(null);
  protected readonly scope = signal<ClearanceScope>('holds');
  protected readonly limited = computed(() => LIMITED_SCOPES.includes(this.scope()));

  /** What is on record of the student first; a clearance may also be for what is not recorded yet. */
  protected readonly causes = computed(() => {
    const open = this.student().emergency?.sign ?? null;
    const signs = EMERGENCY_SIGNS.filter(({ id }) => id === open).map(({ id, label }) => [
      id,
      this.words.theSign(label),
    ]);
    const own = new Set(this.student().facts.map(({ fact }) => fact));
    const entries = entriesOf(PERSON_FACTS);
    const ordered = [...entries.filter(([id]) => own.has(id)), ...entries.filter(([id]) => !own.has(id))];
    return { '': kitWords.choose, ...Object.fromEntries([...signs, ...ordered]) } as Record<
      Cause | '',
      string
    >;
  });

  protected readonly allowed = ALLOWED_HOLD;
  protected readonly secondsForm = secondsForm(ALLOWED_HOLD.least, ALLOWED_HOLD.most);
  protected readonly upTo = signal<number | null>(null);
  protected readonly rows = computed(() =>
    this.student().clearances.map((clearance) => {
      const { scope, upTo, fact, sign, clinician, givenOn, until } = clearance;
      const withdrawn = clearance.withdrawnOn
        ? this.words.withdrawnOn(dayInWords(clearance.withdrawnOn))
        : '';
      const limit = upTo === null ? '' : this.words.upToS(upTo);
      return {
        clearance,
        what: sign
          ? this.words.practiceAgainAfter(signById(sign).label)
          : this.words.scopeFor(CLEARANCE_SCOPES[scope], limit, fact ? PERSON_FACTS[fact] : ''),
        when: this.words.through(clinician, dayInWords(givenOn), dayInWords(until), withdrawn),
        now: until >= this.today() && clearance.withdrawnOn === null,
      };
    }),
  );

  constructor() {
    asksWhileUnsaved(
      () => (this.typing() || this.givenOn() !== null || this.until() !== null) && !this.sent.busy(),
    );
  }

  protected add(event: Event): void {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const typed = (name: string): string =>
      form.querySelector<HTMLInputElement>(`input[name="${name}"]`)?.value.trim() ?? '';
    const cause = this.cause();
    if (cause === '') return this.sent.say(this.words.conditionNeeded);
    if (!isPersonName(typed('clinician'))) return this.sent.say(NAME_WANTED);
    const [givenOn, until] = [this.givenOn(), this.until()];
    if (givenOn === null) return this.sent.say(this.words.givenNeeded);
    if (until === null) return this.sent.say(this.words.sayThroughWhichDay);
    const of = this.ofSign()
      ? { fact: null, sign: cause as SignId, scope: 'everything' as const }
      : { fact: cause as PersonFact, sign: null, scope: this.scope() };
    const body = {
      clinician: typed('clinician'),
      givenOn,
      until,
      ...of,
      upTo: this.ofSign() || !this.limited() ? null : this.upTo(),
      withdrawnOn: null,
      note: typed('note'),
    };
    const once = { id: this.added.for(body), ...body };
    this.sent.send(this.students.addClearance(this.student().id, once), () => {
      this.added.done();
      this.cause.set('');
      this.givenOn.set(null);
      this.until.set(null);
      this.upTo.set(null);
      form.reset();
      this.typing.set(false);
      this.changed.emit();
    });
  }

  /** From now on it lifts nothing; what was led until now was led with it. */
  protected end(clearance: StoredClearance): void {
    const withdrawn = { ...clearance, withdrawnOn: this.today() };
    this.sent.send(this.students.changeClearance(withdrawn), () => this.changed.emit());
  }
}
