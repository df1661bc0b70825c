import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { showJoinCode } from '@nuvrah/core';
import { QrCode } from '../../../ui/qr-code';
import { phoneWords } from '../../../words/phone-words';
import { ClassPhones } from './class-phones';

/** By which code phones follow this class, and which do. */
@Component({
  selector: 'nv-phones-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, QrCode],
  template: `
    <p>{{ words.about }}</p>
    @if (phones.live(); as live) {
      <p class="code">
        <span class="soft">{{ words.code }}</span> <strong>{{ code() }}</strong>
      </p>
      @if (live.address; as address) {
        <nv-qr-code [address]="link()" [label]="words.square(code())" />
        <p>{{ words.scan }}<br />{{ address }}</p>
      } @else {
        <p class="notice">
          {{ words.noAddress }}
          <a [href]="link()" target="_blank" rel="noopener">{{ words.tryHere }}</a>
        </p>
      }
      <p role="status">{{ there() === 0 ? words.nobody : words.here(there()) }}</p>
      <ul>
        @for (phone of phones.phones(); track phone.id) {
          <li>
            {{ phone.person ?? words.looksOn }}
            @if (!phone.there) {
              <span class="soft">{{ words.away }}</span>
            }
            @if (phone.hand) {
              <strong>{{ words.raised }}</strong>
            }
          </li>
        }
      </ul>
      <p class="soft">{{ words.dies }}</p>
    } @else {
      <button matButton="filled" type="button" [disabled]="phones.opening()" (click)="open()">
        {{ words.open }}
      </button>
    }
    @if (phones.problem(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.75rem;
      justify-items: start;
      font-size: 1.125rem;
    }
    .code strong {
      display: block;
      font: 600 clamp(2.5rem, 12vw, 4rem) / 1.1 var(--sans);
      letter-spacing: 0.06em;
      white-space: nowrap;
    }
    nv-qr-code {
      width: min(16rem, 100%);
    }
    ul {
      margin: 0;
      padding-left: 1.25rem;
    }
    p {
      margin: 0;
    }
  `,
})
export class PhonesPanel {
  protected readonly words = phoneWords.panel;
  protected readonly phones = inject(ClassPhones);
  readonly classId = input.required<string>();
  readonly sessionId = input.required<string>();
  /** How everybody who is here is called. */
  readonly people = input.required<readonly string[]>();

  protected readonly code = computed(() => showJoinCode(this.phones.live()?.code ?? ''));
  /** The code is behind a hash: no server on the way reads it. */
  protected readonly link = computed(() => {
    const live = this.phones.live();
    return live ? `${live.address ?? '/join'}#${live.code}` : '';
  });
  protected readonly there = computed(() => this.phones.phones().filter(({ there }) => there).length);

  protected open(): void {
    this.phones.open(this.classId(), this.sessionId(), this.people());
  }
}
