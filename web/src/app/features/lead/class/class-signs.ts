import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { signById, SIGNS, type SignId } from '@nuvrah/core';
import { LocalNumber } from '../../../shared/local-number';
import { classLeadWords } from '../../../words/class-lead-words';
import { ClassRunner } from './class-runner';

/** A sign of one student of a class: whose, which, and what to do; the others go on. */
@Component({
  selector: 'nv-class-signs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, MatIconButton],
  template: `
    <section [attr.aria-label]="words.title">
      <header>
        <h2>{{ words.title }}</h2>
        <button matIconButton type="button" [attr.aria-label]="words.close" (click)="closed.emit()">
          <mat-icon svgIcon="close" aria-hidden="true" />
        </button>
      </header>
      <div class="group whose" role="group" [attr.aria-label]="words.whose">
        <p>{{ words.whose }}</p>
        @for (one of names(); track one.id) {
          <button
            type="button"
            [class.chosen]="one.id === whose()"
            [attr.aria-pressed]="one.id === whose()"
            (click)="whose.set(one.id)"
          >
            {{ one.name }}
          </button>
        }
      </div>
      @if (whose(); as student) {
        @for (group of groups(); track group.name) {
          <div class="group" [class]="group.kind" role="group" [attr.aria-label]="group.name">
            <p>{{ group.name }}</p>
            @for (sign of group.signs; track sign.id) {
              <button
                type="button"
                [class.chosen]="noted().includes(sign.id)"
                [attr.aria-pressed]="noted().includes(sign.id)"
                (click)="store.sign(student, sign.id)"
              >
                {{ sign.label }}
              </button>
            }
          </div>
        }
      }
      <!-- Below, and in sight wherever they are scrolled to: what is pressed stays where the finger is. -->
      <div class="told">
        @for (act of acts(); track act.label) {
          <p class="act" role="alert">
            <strong>{{ act.label }}</strong> {{ act.act }}
          </p>
        }
        @if (acts().length > 0) {
          <div class="group">
            <button type="button" (click)="store.quiet()">{{ words.othersQuiet }}</button>
            <button type="button" (click)="closed.emit()">{{ words.othersGoOn }}</button>
          </div>
        }
      </div>
    </section>
  `,
  styleUrl: '../../../shared/playback/sign-groups.scss',
  styles: `
    :host {
      position: absolute;
      z-index: 3;
      right: 1.5rem;
      top: 1rem;
      max-height: calc(100dvh - 11rem);
      width: min(40rem, calc(100vw - 3rem));
      overflow: auto;
      padding: 0.25rem 1rem 0.5rem;
      background: var(--sheet);
      border: 2px solid var(--edge);
      border-radius: 6px;
    }
    .whose {
      border-color: var(--rule);
    }
    .told {
      position: sticky;
      bottom: -0.5rem;
      padding-top: 0.25rem;
      background: var(--sheet);
    }
    .act {
      margin: 0 0 0.625rem;
      padding: 0.5rem 0.75rem;
      font-size: 1.25rem;
      border: 2px solid var(--no);
      border-radius: 4px;
    }
  `,
})
export class ClassSigns {
  protected readonly words = classLeadWords.signs;
  protected readonly store = inject(ClassRunner);
  private readonly number = inject(LocalNumber).number;
  /** Who is here. */
  readonly names = input.required<readonly { readonly id: string; readonly name: string }[]>();
  readonly closed = output();

  protected readonly whose = signal<string | null>(null);
  protected readonly groups = computed(() => [
    {
      kind: 'emergency',
      name: this.words.emergency(this.number()),
      signs: SIGNS.filter(({ kind }) => kind === 'emergency'),
    },
    { kind: 'stop', name: this.words.stop, signs: SIGNS.filter(({ kind }) => kind === 'stop') },
  ]);
  protected readonly noted = computed((): readonly SignId[] => {
    this.store.run();
    return this.store.signsOf(this.whose() ?? '');
  });
  protected readonly acts = computed(() =>
    this.noted().map((sign) => {
      const { label, act } = signById(sign);
      return { label, act };
    }),
  );
}
