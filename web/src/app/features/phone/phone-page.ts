import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatMenuModule } from '@angular/material/menu';
import type { PhoneTells } from '@nuvrah/contract';
import { CAUTION_LINE, readJoinCode, showJoinCode, type SignId } from '@nuvrah/core';
import { SharedTime } from '../../api/shared-time';
import { LocalNumber } from '../../shared/local-number';
import { WakeLock } from '../../shared/playback/wake-lock';
import { ScaleField } from '../../shared/sitting-record/scale-field';
import { SignPanel } from '../../shared/sitting-record/sign-panel';
import { phoneWords } from '../../words/phone-words';
import { PhoneFollower } from './phone-follower';
import { PhoneLaneView } from './phone-lane-view';

type Way = NonNullable<PhoneTells['wish']>['way'];
const WAYS: readonly Way[] = ['one-count', 'halve', 'drop-hold', 'rest'];

/** Follows a class by phone: the code, who one is, the own lane, and how it was. No sign-in. */
@Component({
  selector: 'nv-phone-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatMenuModule,
    PhoneLaneView,
    ScaleField,
    SignPanel,
  ],
  providers: [PhoneFollower, SharedTime, WakeLock],
  templateUrl: './phone-page.html',
  styleUrl: './phone-page.scss',
})
export class PhonePage {
  protected readonly words = phoneWords.page;
  protected readonly caution = CAUTION_LINE;
  protected readonly follower = inject(PhoneFollower);
  private readonly wakeLock = inject(WakeLock);
  private readonly localNumber = inject(LocalNumber);
  protected readonly number = this.localNumber.number;
  protected readonly lane = viewChild(PhoneLaneView);
  protected readonly ways = WAYS;

  protected readonly typed = signal('');
  private readonly wrong = signal(false);
  protected readonly codeProblem = computed(() =>
    this.wrong() ? this.words.notACode : this.follower.problem(),
  );
  /** Who looks on chose to; nobody was chosen before. */
  protected readonly looksOn = signal(false);
  protected readonly step = computed(() => {
    const shown = this.follower.shown();
    if (!this.follower.following()) return 'code';
    if (!shown) return 'looking';
    if (shown.state === 'over') return 'over';
    // Who is called otherwise, since somebody with the same name came, is asked once more.
    const known = shown.people.some(({ name }) => name === shown.person);
    if (!known && !(shown.person === null && this.looksOn())) return 'who';
    return shown.state;
  });
  protected readonly effort = signal<number | null>(null);
  protected readonly signs = signal<readonly SignId[]>([]);
  protected readonly missing = signal(false);
  protected readonly telling = computed(() => {
    const texts = {
      nothing: '',
      sending: this.words.sending,
      told: this.words.sent,
      waiting: this.words.waiting,
      'not-kept': this.words.notKept,
    };
    return texts[this.follower.telling()];
  });

  constructor() {
    const { defaultView: window, documentElement: root } = inject(DOCUMENT);
    root.classList.add('dark');
    inject(DestroyRef).onDestroy(() => root.classList.remove('dark'));
    // The code of an address that was scanned; gone from it then, so that a reload does not join once more.
    const scanned = readJoinCode(decodeURIComponent(window?.location.hash.slice(1) ?? ''));
    if (scanned) {
      window?.history.replaceState(null, '', window.location.pathname);
      if (this.follower.following()) this.follower.leave();
      this.typed.set(showJoinCode(scanned));
      this.follower.join(scanned);
    }
    effect(() => {
      const shown = this.follower.shown();
      if (shown) this.localNumber.tell(shown.emergencyNumber);
      if (shown?.state === 'led') this.wakeLock.keep();
      else this.wakeLock.release();
    });
  }

  protected join(event: Event): void {
    event.preventDefault();
    const code = readJoinCode(this.typed());
    this.wrong.set(code === null);
    if (code) this.follower.join(code);
  }

  protected choose(person: string | null): void {
    this.looksOn.set(person === null);
    this.follower.choose(person);
  }

  protected another(): void {
    this.looksOn.set(false);
    this.follower.choose(null);
  }

  protected hand(): void {
    this.follower.tell({ hand: !this.follower.shown()?.hand });
  }

  protected ease(way: Way): void {
    this.follower.tell({ wish: { id: crypto.randomUUID(), way } });
  }

  protected send(): void {
    const effort = this.effort();
    const signs = [...this.signs()];
    this.missing.set(effort === null && signs.length === 0);
    if (!this.missing()) this.follower.tellAfter({ effort, signs });
  }
}
