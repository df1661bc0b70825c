import { TestKey, type HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatChipGridHarness, MatChipInputHarness } from '@angular/material/chips/testing';
import { Shown } from '../testing/shown';
import { provideIcons } from './icons';
import { TagsField } from './tags-field';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, TagsField],
  template: `<nv-tags label="Tags" [known]="['calm', 'evening']" [formControl]="tags" />`,
})
class Tagging {
  readonly tags = new FormControl<readonly string[]>(['quiet']);
}

describe('tags', () => {
  let loader: HarnessLoader;
  let shown: Shown<Tagging>;
  const value = () => shown.fixture.componentInstance.tags.value;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideIcons()] });
    shown = new Shown(Tagging);
    loader = TestbedHarnessEnvironment.loader(shown.fixture);
  });

  it('keeps tags, each once, as chips that can be removed', async () => {
    const grid = await loader.getHarness(MatChipGridHarness);
    const box = await loader.getHarness(MatChipInputHarness);
    for (const tag of ['calm', ' calm ', 'quiet', ' ']) {
      await box.setValue(tag);
      await box.sendSeparatorKey(TestKey.ENTER);
    }
    expect(value()).toEqual(['quiet', 'calm']);
    const [first] = await grid.getRows();
    await first?.remove();
    expect(value()).toEqual(['calm']);
  });

  it('takes a tag that is chosen, not what was typed to find it; and what was typed where none is', async () => {
    const field = await loader.getHarness(MatAutocompleteHarness.with({ selector: '[aria-label=Tags]' }));
    await field.enterText('eve');
    await field.blur();
    const [evening] = await field.getOptions();
    await evening?.click();
    expect(value()).toEqual(['quiet', 'evening']);
    await field.enterText('cal');
    await (await field.host()).sendKeys(TestKey.TAB);
    await field.blur();
    expect(value()).toEqual(['quiet', 'evening', 'cal']);
  });
});
