import { ChangeDetectionStrategy, Component, computed, inject, input, viewChild } from '@angular/core';
import { MatMenuModule, type MatMenuTrigger } from '@angular/material/menu';
import type { LeadOptionId } from './lead-options';
import { LeadRunner } from './lead-runner';
import { SignCards } from '../sign-cards';
import { keyLabel, SHORTCUT_KEYS, shortcutOf, type ShortcutIn } from '../shortcut-keys';
import { leadWords } from '../../words/lead-words';

interface Control {
  readonly shortcut: ShortcutIn<'lead'>;
  readonly label: string;
  readonly run: () => void;
  /** Why it is not offered now; null where it is. Pressed all the same it says so, on a phone too. */
  readonly refused: () => string | null;
}

/** Something that a tap ends. */
export interface TapWait {
  readonly label: string;
  /** It lasts until the tap: then space taps, and P pauses. */
  readonly open: boolean;
}

/** The large buttons under the picture, each with its key; Stop stands apart. */
@Component({
  selector: 'nv-lead-controls',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatMenuModule],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <div class="row" role="group" [attr.aria-label]="words.leading">
      @if (tap(); as wait) {
        <button type="button" class="tap" (click)="store.tap()">
          {{ wait.label }} <small>{{ wait.open ? words.space : 'T' }}</small>
        </button>
      }
      <button type="button" (click)="store.pauseOrResume()">
        {{ paused() ? words.goOn : words.pause }} <small>{{ tap()?.open ? 'P' : words.space }}</small>
      </button>
      @if (breath(); as name) {
        <button type="button" (click)="goOnWithBreath()">
          {{ words.goOnWith[name] }} <small>{{ keyOf('breath') }}</small>
        </button>
      }
      @for (control of controls; track control.shortcut) {
        <button type="button" [attr.aria-disabled]="control.refused() !== null" (click)="control.run()">
          {{ control.label }}
          <small>
            {{ control.refused() === null ? keyOf(control.shortcut) : words.notHere }}
            @if (control.shortcut === 'ease' && store.toEnd()) {
              · {{ optionWords.toEndShort }}
            }
          </small>
        </button>
      }
      <button type="button" class="less" [matMenuTriggerFor]="more" #trigger="matMenuTrigger">
        {{ optionWords.more }} <small>{{ keyOf('more') }}</small>
      </button>
      <!-- Without a backdrop: Stop is one press away while it is open. -->
      <mat-menu #more="matMenu" class="lead-options" [hasBackdrop]="false">
        <ng-template matMenuContent>
          <button
            mat-menu-item
            type="button"
            role="menuitemcheckbox"
            [attr.aria-checked]="store.toEnd()"
            (click)="store.turnToEnd()"
          >
            <strong>{{ store.toEnd() ? '✓ ' : '' }}{{ optionWords.toEnd }}</strong>
            <kbd>{{ keyOf('toEnd') }}</kbd>
            <span class="line">{{ optionWords.toEndLine }}</span>
          </button>
          @for (option of offered(); track option.id) {
            <button mat-menu-item type="button" (click)="store.choose(option.id)">
              <strong>{{ optionWords.names[option.id] }}</strong>
              <kbd>{{ keyOf(option.id) }}</kbd>
              <span class="line">{{ option.line }}</span>
            </button>
          } @empty {
            <button mat-menu-item type="button" disabled>{{ words.nothingElse }}</button>
          }
        </ng-template>
      </mat-menu>
      <button type="button" class="less" (click)="store.turnVoice()">
        {{ store.voiceOff() ? words.voiceOn : words.voiceOff }} <small>{{ keyOf('voice') }}</small>
      </button>
      <button type="button" class="less" (click)="showSigns()">{{ words.signs }} <small>S</small></button>
      <button type="button" class="stop" (click)="store.stop()">
        {{ words.stop }} <small>{{ words.esc }}</small>
      </button>
    </div>
  `,
  styleUrl: './control-row.scss',
  styles: `
    .row > .tap {
      flex: 2 1 10rem;
      color: var(--ground);
      background: var(--ink);
      border-color: var(--ink);
    }
    .row > .tap:hover {
      background: var(--soft-ink);
    }
    .tap small {
      color: var(--ground);
    }
    .row > .less {
      flex: 0.7 1 4.5rem;
    }
    @media (max-width: 60rem) {
      .row > .stop {
        margin-left: 0;
        flex-basis: 100%;
      }
    }
    @media (max-width: 30rem) {
      .row {
        gap: 0.5rem;
      }
      .row > button,
      .row > .less {
        flex: 1 1 30%;
        min-height: 3rem;
        font-size: 1rem;
      }
      .row > .tap,
      .row > .stop {
        flex: 2 1 60%;
        min-height: 3.5rem;
        font-size: 1.25rem;
      }
      .row > .tap {
        flex-basis: 100%;
      }
      /* There are no keys. */
      small {
        display: none;
      }
    }
  `,
})
export class LeadControls {
  protected readonly words = leadWords.leadControls;
  protected readonly optionWords = leadWords.leadOptions;
  private readonly trigger = viewChild.required<MatMenuTrigger>('trigger');
  readonly paused = input.required<boolean>();
  /** What a tap ends now, or null where it ends nothing. */
  readonly tap = input<TapWait | null>(null);

  private readonly signCards = inject(SignCards);
  protected readonly store = inject(LeadRunner);
  protected readonly controls: readonly Control[] = [
    {
      shortcut: 'ease',
      label: this.words.easeDown,
      run: () => this.store.ease(),
      refused: () => this.store.easeRefused(),
    },
    {
      shortcut: 'oneMore',
      label: this.words.oneMoreRound,
      run: () => this.store.oneMore(),
      refused: () => this.store.oneMoreRefused(),
    },
    {
      shortcut: 'finish',
      label: this.words.lastRoundNow,
      run: () => this.store.lastRound(),
      refused: () => null,
    },
  ];

  /** The breath with which it can be gone on while it is paused. */
  protected readonly breath = computed((): 'inhale' | 'exhale' | null => {
    const at = this.store.pausedBreath();
    return at && (at.with ?? 'inhale');
  });

  /** What is not offered says why when its key is pressed. */
  protected readonly offered = computed(() => this.store.options().filter(({ offered }) => offered));

  protected readonly keyOf = (shortcut: ShortcutIn<'lead'>): string =>
    keyLabel(SHORTCUT_KEYS.lead[shortcut][0]);

  protected showSigns(): void {
    void this.signCards.show();
  }

  protected goOnWithBreath(): void {
    if (this.breath()) this.store.pauseOrResume('breath');
  }

  protected key(event: KeyboardEvent): void {
    // A dialog over the screen takes its keys first, its Escape above all.
    const elsewhere = event.target instanceof Element && event.target.closest('.cdk-overlay-container');
    if (event.defaultPrevented || elsewhere) return;
    const shortcut = event.repeat ? null : shortcutOf('lead', event);
    if (!shortcut) return;
    // Space on a button would press it a second time.
    event.preventDefault();
    const tap = this.tap();
    if (tap && (shortcut === 'tap' || (tap.open && event.key === ' '))) this.store.tap();
    else if (shortcut === 'pause') this.store.pauseOrResume();
    else if (shortcut === 'breath') this.goOnWithBreath();
    else if (shortcut === 'stop') this.store.stop();
    else if (shortcut === 'voice') this.store.turnVoice();
    else if (shortcut === 'toEnd') this.store.turnToEnd();
    else if (shortcut === 'more') this.trigger().openMenu();
    else if (shortcut in this.optionWords.names) this.store.choose(shortcut as LeadOptionId);
    else this.controls.find((control) => control.shortcut === shortcut)?.run();
  }
}
