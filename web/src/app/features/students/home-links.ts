import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { givenNameOf, type HomeLink, type StoredSession, type Student } from '@nuvrah/contract';
import { addDays, dayInWords, momentInWords } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { ScreeningClock } from '../../api/screening-clock';
import { Links } from '../../api/links';
import { asked } from '../../api/loaded';
import { sending } from '../../api/sending';
import { SelectField } from '../../ui/select-field';
import { titlesOf } from '../../words/rung-words';
import { QrCode } from '../../ui/qr-code';
import { Questions } from '../../ui/questions';
import { filter } from 'rxjs';
import { studentWords } from '../../words/student-words';

const SPANS = { '30': 'a month', '90': studentWords.homeLinks.threeMonths, '365': 'a year' } as const;
type Span = keyof typeof SPANS;

const END_LINK = {
  title: studentWords.homeLinks.endThisLink,
  text: studentWords.homeLinks.itOpensNoMore,
  yes: studentWords.homeLinks.endTheLink,
};

/** Practice at home: cards to print, and private links that open one session without signing in. */
@Component({
  selector: 'nv-home-links',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField, FormsModule, QrCode, MatButtonModule, RouterLink],
  template: `
    @if (sessions().length === 0) {
      <p class="notice">{{ words.needsSession }}</p>
    } @else {
      <form (ngSubmit)="give()">
        <div class="row">
          <nv-select
            [label]="words.sessionToTakeHome"
            [words]="titles()"
            [value]="chosen()"
            (valueChange)="chosen.set($event)"
          />
          <a matButton="outlined" [routerLink]="['/bench', chosen(), 'card']">{{ words.cardToPrint }}</a>
        </div>
        <div class="row">
          <label>
            <span>{{ words.calledOnTheLink }}</span>
            <input
              name="called"
              maxlength="60"
              [attr.aria-label]="words.calledOnTheLink"
              [(ngModel)]="called"
            />
          </label>
          <nv-select
            [label]="words.opensFor"
            [words]="spans"
            [value]="span()"
            (valueChange)="span.set($event)"
          />
          <button matButton="outlined" type="submit" [disabled]="sent.busy()">
            {{ words.giveAPrivateLink }}
          </button>
        </div>
        @if (sent.message(); as text) {
          <p class="notice problem" role="alert">{{ text }}</p>
        }
      </form>
    }
    @for (link of rows(); track link.id) {
      <div class="link" [class.over]="link.over">
        <div>
          <strong>{{ link.title }}</strong> {{ words.for(link.called) }}
          <div class="soft">{{ link.state }}</div>
        </div>
        @if (!link.over) {
          @if (link.address; as address) {
            <input
              class="address"
              readonly
              [value]="address"
              [attr.aria-label]="words.addressOf(link.title)"
              (focus)="select($event)"
            />
            <button matButton type="button" (click)="copy(link.id, address)">
              {{ copied() === link.id ? words.copied : words.copy }}
            </button>
          } @else {
            <span class="soft">{{ words.addressLost }}</span>
          }
          @if (link.address) {
            <button
              matButton
              type="button"
              [attr.aria-expanded]="scanning() === link.id"
              (click)="scanning.set(scanning() === link.id ? '' : link.id)"
            >
              {{ words.scan }}
            </button>
          }
          <button matButton type="button" (click)="revoke(link.id)">{{ words.endItNow }}</button>
          @if (scanning() === link.id && link.address) {
            <nv-qr-code [address]="link.address" />
          }
        }
      </div>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    .link {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 1rem;
      padding: 0.625rem 0;
      border-top: 1px solid var(--rule);
    }
    form + .link {
      margin-top: 1rem;
    }
    .link > div {
      flex: 1 1 14rem;
    }
    .over {
      color: var(--soft-ink);
    }
    input.address {
      flex: 2 1 16rem;
      min-width: 0;
    }
  `,
})
export class HomeLinks {
  protected readonly words = studentWords.homeLinks;
  readonly student = input.required<Student>();
  readonly sessions = input.required<readonly StoredSession[]>();

  private readonly links = inject(Links);
  private readonly account = inject(AccountStore);
  private readonly questions = inject(Questions);
  private readonly clock = inject(ScreeningClock);

  protected readonly spans = SPANS;
  protected readonly span = signal<Span>('90');
  private readonly id = computed(() => this.student().id);
  private readonly page = asked(this.id, (id) => this.links.list(id));
  protected readonly titles = computed(() => titlesOf(this.sessions(), null));
  protected readonly chosen = linkedSignal(() => this.sessions()[0]?.id ?? '');
  protected readonly called = linkedSignal(() => givenNameOf(this.student().name));
  protected readonly sent = sending();
  protected readonly copied = signal('');
  /** The link that is shown as a square to scan. */
  protected readonly scanning = signal('');
  /** One link, one id: sent twice it is given once. */
  private linkId = crypto.randomUUID();

  protected readonly rows = computed(() =>
    (this.page.value() ?? []).map((link) => ({
      ...link,
      title: this.titles()[link.sessionId] ?? '',
      over: link.revokedAt !== null || link.expiresOn < this.clock.today(),
      state: this.stateOf(link),
    })),
  );

  protected give(): void {
    const called = this.called().trim();
    if (called === '') return this.sent.say(this.words.sayHowTheStudent);
    const expiresOn = addDays(this.clock.today(), Number(this.span()));
    const body = { id: this.linkId, sessionId: this.chosen(), called, expiresOn };
    this.sent.send(this.links.add(this.student().id, body), () => {
      this.linkId = crypto.randomUUID();
      this.page.again();
    });
  }

  protected revoke(id: string): void {
    this.questions
      .ask(END_LINK)
      .pipe(filter((yes) => yes))
      .subscribe(() => this.sent.send(this.links.revoke(id), () => this.page.again()));
  }

  protected copy(id: string, address: string): void {
    navigator.clipboard.writeText(address).then(
      () => this.copied.set(id),
      () => this.sent.say(this.words.thisBrowserDoesNot),
    );
  }

  protected select(event: Event): void {
    (event.target as HTMLInputElement).select();
  }

  private stateOf({ revokedAt, expiresOn, openedAt, reports }: HomeLink): string {
    const { timeZone } = this.account.required();
    const told = reports === 0 ? this.words.nothingToldYet : this.words.told(reports);
    if (revokedAt) return this.words.ended(momentInWords(revokedAt, timeZone), told);
    if (expiresOn < this.clock.today()) return this.words.ranOutOn(dayInWords(expiresOn), told);
    const seen = openedAt
      ? this.words.lastOpened(momentInWords(openedAt, timeZone))
      : this.words.notOpenedYet;
    return this.words.opensUntil(dayInWords(expiresOn), seen, told);
  }
}
