import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatTabsModule } from '@angular/material/tabs';
import {
  LONGEST_NATURAL_SECONDS,
  nameBeside,
  techniqueOf,
  type CountedPassage,
  type NaturalPassage,
  type OwnWords,
  type Passage,
  type StrokePassage,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { NumberField } from '../../ui/number-field';
import { restForm } from '../../ui/number-forms';
import { benchWords } from '../../words/bench-words';
import { BenchReview } from './bench-review';
import { BreathForm } from './breath-form';
import { HoldForm } from './hold-form';
import { ModifierForm } from './modifier-form';
import { PassageSettings } from './passage-settings';
import { PhaseTable } from './phase-table';
import { RampForm } from './ramp-form';
import { OwnWordsForm } from './own-words';
import { SayNote } from './say-note';
import { SessionEdits } from './session-edits';
import { TeachingForm } from './teaching-form';
import { StrokeForm } from './stroke-form';

/** Everything of the passage that is chosen, in tabs. */
@Component({
  selector: 'nv-passage-inspector',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BreathForm,
    HoldForm,
    MatCheckboxModule,
    MatTabsModule,
    ModifierForm,
    NumberField,
    PassageSettings,
    PhaseTable,
    RampForm,
    OwnWordsForm,
    SayNote,
    StrokeForm,
    TeachingForm,
  ],
  templateUrl: './passage-inspector.html',
  styleUrl: './passage-inspector.scss',
})
export class PassageInspector {
  protected readonly words = benchWords.inspector;
  protected readonly restForm = restForm;
  /** Of natural breathing, in milliseconds. */
  protected readonly longest = LONGEST_NATURAL_SECONDS * 1000;
  protected readonly review = inject(BenchReview);
  protected readonly edits = inject(SessionEdits);
  private readonly account = inject(AccountStore);

  protected readonly passage = this.edits.passage;
  protected readonly counted = computed(() => {
    const passage = this.passage();
    return passage?.kind === 'counted' ? (passage satisfies CountedPassage) : null;
  });
  protected readonly strokes = computed(() => {
    const passage = this.passage();
    return passage?.kind === 'strokes' ? (passage satisfies StrokePassage) : null;
  });
  protected readonly taught = computed(() => this.counted() ?? this.strokes());
  protected readonly natural = computed(() => {
    const passage = this.passage();
    return passage?.kind === 'natural' ? (passage satisfies NaturalPassage) : null;
  });
  protected readonly name = computed(() => this.edits.nameById().get(this.passage()?.id ?? '') ?? '');
  /** Its other name, in smaller type. */
  protected readonly beside = computed(() => {
    const passage = this.passage();
    return passage ? nameBeside(techniqueOf(passage.technique), this.account.required().naming) : '';
  });

  protected toggleTap(passage: NaturalPassage): void {
    this.edits.setPassage({ passage: { ...passage, untilTap: !passage.untilTap }, name: 'until tap' });
  }

  protected setTrial(passage: CountedPassage | StrokePassage, trial: boolean): void {
    this.edits.setPassage({ passage: { ...passage, trial }, name: 'trial' });
  }

  protected setWords({ words: _, ...passage }: Passage, words: readonly OwnWords[]): void {
    this.edits.setPassage({ passage: words.length > 0 ? { ...passage, words } : passage, name: 'words' });
  }

  protected write(say: string): void {
    const passage = this.passage();
    if (passage) this.edits.setPassage({ passage: { ...passage, say }, name: 'say' });
  }
}
