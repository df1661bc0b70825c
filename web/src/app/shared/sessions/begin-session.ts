import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
  type TemplateRef,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { MatDialogRef } from '@angular/material/dialog';
import { MatIconModule } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import type { SessionOwner, StoredSession, Student } from '@nuvrah/contract';
import {
  refitSession,
  resolveConventions,
  screeningCaseOf,
  sessionBeginningWith,
  sessionFromChecked,
  slotsOf,
  withFreshIds,
  type Passage,
  type Session,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { askedOnce } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Variants } from '../../api/variants';
import { SearchSelect } from '../../ui/search-select';
import { SideSheets } from '../../ui/side-sheets';
import { sessionWords } from '../../words/session-words';
import { LoadingNote } from '../loading-note';
import { PickerDialog } from '../picker/picker-dialog';
import { pickKey, type Pick, type PickerSight } from '../picker/picker-sight';
import { TechniquePicker } from '../picker/technique-picker';
import { verdictOn } from '../picker/verdict';
import { beginningFor, passageOfPick } from './passage-of-pick';

/** How a new session begins: composed, from a template, or with a technique. Nothing is saved before one is chosen. */
@Component({
  selector: 'nv-begin-session',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingNote, MatButtonModule, MatIconModule, RouterLink, SearchSelect, TechniquePicker],
  template: `
    @if (student(); as who) {
      <section>
        <h3>{{ words.compose }}</h3>
        <p class="soft">{{ words.composeWhat(who.name) }}</p>
        <a matButton="filled" [routerLink]="['/compose', who.id]" (click)="leave()">
          <mat-icon svgIcon="bench" aria-hidden="true" />{{ words.compose }}
        </a>
      </section>
    }
    @if (owner().kind === 'class') {
      <section>
        <h3>{{ words.compose }}</h3>
        <p class="soft">{{ words.composeForClass }}</p>
        <a matButton="filled" [routerLink]="['/classes', classId(), 'compose']" (click)="leave()">
          <mat-icon svgIcon="bench" aria-hidden="true" />{{ words.compose }}
        </a>
      </section>
    }
    <section>
      <h3>{{ words.technique }}</h3>
      <p class="soft">{{ words.techniqueWhat }}</p>
      <button matButton="outlined" type="button" aria-haspopup="dialog" (click)="open()">
        {{ words.chooseTechnique }}
      </button>
    </section>
    <section>
      <h3>{{ words.template }}</h3>
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value()) {
        @if (templates().length > 0) {
          <p class="soft">{{ student() ? words.templateFitted : words.templateCopied }}</p>
          <nv-search-select
            [label]="words.whichTemplate"
            [words]="templateWords()"
            [value]="chosen()"
            (valueChange)="chosen.set($event)"
          />
          <button
            matButton="outlined"
            type="button"
            [disabled]="chosen() === null || adding.busy()"
            (click)="useTemplate()"
          >
            {{ words.useTemplate }}
          </button>
        } @else {
          <p class="soft">{{ words.noTemplate }}</p>
        }
      }
    </section>
    @if (adding.message(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
    <ng-template #picker>
      <nv-technique-picker [sight]="sight()" (picked)="beginWith($event)" (closed)="close()" />
    </ng-template>
  `,
  styles: `
    section + section {
      margin-top: 1.25rem;
      padding-top: 1rem;
      border-top: 1px solid var(--rule);
    }
    h3 {
      font-size: 1.0625rem;
    }
    p {
      margin: 0.25rem 0 0.75rem;
    }
    nv-search-select {
      display: block;
    }
  `,
})
export class BeginSession {
  readonly owner = input.required<SessionOwner>();
  /** Whose it is; null for a class and a template. */
  readonly student = input.required<Student | null>();
  /** It is on record, and opens on the Bench. */
  readonly made = output();

  private readonly sessions = inject(Sessions);
  private readonly variants = inject(Variants);
  private readonly account = inject(AccountStore);
  private readonly router = inject(Router);
  private readonly dialog = inject(PickerDialog);
  private readonly sheets = inject(SideSheets);
  private readonly day = inject(ScreeningClock).day;
  private readonly picker = viewChild.required<TemplateRef<unknown>>('picker');
  private opened: MatDialogRef<unknown> | null = null;

  protected readonly words = sessionWords.begin;
  protected readonly classId = computed(() => {
    const owner = this.owner();
    return owner.kind === 'class' ? owner.classId : '';
  });
  protected readonly adding = sending();
  protected readonly chosen = signal<string | null>(null);
  protected readonly page = askedOnce(() => this.sessions.list());
  protected readonly templates = computed((): readonly StoredSession[] =>
    (this.page.value() ?? []).filter(({ owner, archived }) => owner.kind === 'nobody' && !archived),
  );
  protected readonly templateWords = computed((): Readonly<Record<string, string>> =>
    Object.fromEntries(this.templates().map(({ id, document }) => [id, document.title])),
  );
  protected readonly sight = computed((): PickerSight => {
    const student = this.student();
    const session = this.sessionWith({ technique: 'nadi-shodhana', variant: null });
    return {
      goal: session.goal,
      filled: slotsOf({ passages: [] }),
      hand: student?.hand ?? 'right',
      conventions: resolveConventions(this.account.required().conventions, {}),
      forName: student?.name ?? null,
      passageOf: (pick) => this.passageOf(pick, pickKey(pick)),
      verdictOf: (pick) =>
        student ? verdictOn(this.passageOf(pick, pickKey(pick)), session, student, this.day()) : null,
    };
  });

  protected open(): void {
    this.opened = this.dialog.open(this.picker());
  }

  protected close(): void {
    this.opened?.close();
  }

  protected leave(): void {
    this.sheets.closeAll();
  }

  protected beginWith(pick: Pick): void {
    this.close();
    this.add(this.sessionWith(pick));
  }

  protected useTemplate(): void {
    const template = this.templates().find(({ id }) => id === this.chosen());
    const student = this.student();
    if (!template) return;
    const session = sessionFromChecked(template.document);
    this.add(student ? refitSession(screeningCaseOf(session, student, [], this.day())).session : session);
  }

  private add(session: Session): void {
    const fresh = withFreshIds(session, () => crypto.randomUUID());
    this.adding.send(this.sessions.add(this.owner(), fresh), ({ id }) => {
      this.made.emit();
      void this.router.navigate(['/bench', id]);
    });
  }

  private sessionWith(pick: Pick): Session {
    return sessionBeginningWith(
      sessionWords.firstSession.newSession,
      this.passageOf(pick, 'first'),
      this.passageOf({ technique: 'closing-stillness', variant: null }, 'last'),
    );
  }

  private passageOf(pick: Pick, id: string): Passage {
    const student = this.student();
    return passageOfPick(pick, id, this.variants, student && beginningFor(student, this.day()));
  }
}
