import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  CAUTION_LINE,
  FAMILIES,
  GOALS,
  isTechniqueId,
  RANGE_FACTS,
  rangeKeysOf,
  rangeOf,
  RESTING_HANDS,
  guidanceIn,
  SEATS,
  techniqueOf,
  asksApproval,
  closingHand,
  describeClosingHand,
  describeMealGap,
  FEATURE_NAMES,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Variants } from '../../api/variants';
import { oneRound } from '../../shared/score/one-round';
import { CountingMirror } from '../../shared/mirror/counting-mirror';
import { Fold } from '../../ui/fold';
import { RoundPlayer } from './round-player';
import { VariantEditor } from './variant-editor';
import { PageBar } from '../../shared/page/page-bar';
import { shelfWords } from '../../words/shelf-words';

/** One technique, or one variant, with everything that is known of it. */
@Component({
  selector: 'nv-technique-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CountingMirror,
    Fold,
    PageBar,
    LoadingNote,
    MatButtonModule,
    RouterLink,
    RoundPlayer,
    VariantEditor,
  ],
  templateUrl: './technique-page.html',
  styleUrl: './technique-page.scss',
})
export class TechniquePage {
  protected readonly words = shelfWords.techniquePage;
  /** A technique's id, or a variant's. */
  readonly id = input.required<string>();

  private readonly account = inject(AccountStore);
  private readonly variants = inject(Variants);

  protected readonly caution = CAUTION_LINE;
  protected readonly page = askedOnce(() => this.variants.load());
  protected readonly editing = signal(false);
  protected readonly restingHands = RESTING_HANDS;
  protected readonly seats = SEATS;
  protected readonly guidanceIn = guidanceIn;

  protected readonly variant = computed(() => this.variants.all().find(({ id }) => id === this.id()) ?? null);
  protected readonly technique = computed(() => {
    const id = this.id();
    return this.variants.techniqueOf(id) ?? (isTechniqueId(id) ? techniqueOf(id) : null);
  });
  protected readonly round = computed(() => {
    const technique = this.technique();
    return technique && oneRound(technique, 'right', this.account.required().conventions);
  });
  /** Whether its counts can be practised. */
  protected readonly counts = computed(() => this.technique()?.pattern.kind === 'counted');
  protected readonly title = computed(() => this.technique()?.names[this.account.required().naming] ?? '');
  protected readonly otherNames = computed(() => {
    const technique = this.technique();
    if (!technique) return '';
    const { plain, diacritic, english } = technique.names;
    return [...new Set([english, diacritic, plain, ...technique.aliases])]
      .filter((name) => name !== this.title())
      .join(', ');
  });
  protected readonly base = computed(() => {
    const variant = this.variant();
    return variant && techniqueOf(variant.document.technique);
  });
  protected readonly family = computed(() => FAMILIES[this.technique()?.family ?? 'rest']);
  protected readonly effects = computed(() =>
    (this.technique()?.effects ?? []).map((goal) => GOALS[goal]).join(', '),
  );
  protected readonly features = computed(() =>
    (this.technique()?.features ?? []).map((feature) => FEATURE_NAMES[feature]).join(', '),
  );
  protected readonly ranges = computed(() => {
    const technique = this.technique();
    if (!technique) return [];
    return rangeKeysOf(technique).map((key) => {
      const { name, unit } = RANGE_FACTS[key];
      const range = rangeOf(technique, key);
      const start = (technique.pattern.start as Record<string, number>)[key];
      return {
        key,
        name,
        line: this.words.fromToBegins(range?.from ?? '', range?.to ?? '', unit, start ?? ''),
      };
    });
  });
  protected readonly ratios = computed(() => {
    const pattern = this.technique()?.pattern;
    return pattern?.kind === 'counted' ? pattern.ratios.join(', ') : null;
  });
  protected readonly simpler = computed(() => {
    const simpler = this.technique()?.simpler;
    return simpler && isTechniqueId(simpler) ? techniqueOf(simpler) : null;
  });
  protected readonly simplerName = computed(() => this.simpler()?.names[this.account.required().naming]);
  /** For both hands; only where a hand closes a nostril. */
  protected readonly closing = computed(() => {
    const technique = this.technique();
    if (!technique || technique.handsFree || technique.family === 'humming') return [];
    const { conventions } = this.account.required();
    return [...new Set((['right', 'left'] as const).map((hand) => closingHand(hand, conventions)))].map(
      (hand) => describeClosingHand(hand, conventions),
    );
  });
  protected readonly mealGap = computed(() => {
    const technique = this.technique();
    return technique ? describeMealGap(technique, this.account.required().conventions).join('; ') : '';
  });
  private readonly needsApproval = computed(() => {
    const technique = this.technique();
    return technique !== null && asksApproval(technique.id, this.account.required().conventions);
  });
  protected readonly manner = computed(() => {
    const technique = this.technique();
    if (!technique) return '';
    const { silent, handsFree, unobtrusive } = technique;
    return [
      silent ? this.words.silent : this.words.canBeHeard,
      handsFree ? this.words.handsFree : this.words.needsAHand,
      unobtrusive ? this.words.unobtrusive : this.words.isNoticedByOthers,
      ...(this.needsApproval() ? [this.words.onlyWithATeachers] : []),
    ].join(' · ');
  });
}
