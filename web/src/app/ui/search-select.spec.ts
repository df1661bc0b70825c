import { TestKey, type HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { Shown } from '../testing/shown';
import { SearchSelect } from './search-select';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, SearchSelect],
  template: '<nv-search-select label="Who" [words]="people" [formControl]="who" />',
})
class Asking {
  readonly people = { '': 'anybody', v: 'Hesper Vane', a: 'Ana Ávila', b: 'Ana Reed' };
  readonly who = new FormControl<string | null>('v');
}

describe('a choice among many', () => {
  let loader: HarnessLoader;
  let shown: Shown<Asking>;
  const value = () => shown.fixture.componentInstance.who.value;
  beforeEach(() => {
    TestBed.configureTestingModule({});
    shown = new Shown(Asking);
    loader = TestbedHarnessEnvironment.loader(shown.fixture);
  });

  it('finds one of many by a part of the name in any spelling', async () => {
    const who = await loader.getHarness(MatAutocompleteHarness.with({ selector: '[aria-label=Who]' }));
    expect(await who.getValue()).toBe('Hesper Vane');
    await who.clear();
    await who.enterText('ana a');
    const options = await who.getOptions();
    expect(await Promise.all(options.map((option) => option.getText()))).toEqual(['Ana Ávila']);
    await options[0]?.click();
    expect(await who.getValue()).toBe('Ana Ávila');
    expect(value()).toBe('a');
  });

  it('keeps what is offered while it is pressed: the field is left a moment before the choice', async () => {
    const who = await loader.getHarness(MatAutocompleteHarness.with({ selector: '[aria-label=Who]' }));
    await who.clear();
    await who.enterText('ana r');
    const [option] = await who.getOptions();
    await who.blur();
    expect(await Promise.all((await who.getOptions()).map((one) => one.getText()))).toEqual(['Ana Reed']);
    await option?.click();
    expect(value()).toBe('b');
  });

  const left: readonly (readonly [string, string, string])[] = [
    ['ana reed', 'Ana Reed', 'b'],
    ['ana', 'Hesper Vane', 'v'],
    ['', 'anybody', ''],
  ];
  for (const [typed, shownThen, chosen] of left)
    it(`takes “${typed}” for ${shownThen} where it is left without choosing`, async () => {
      const who = await loader.getHarness(MatAutocompleteHarness.with({ selector: '[aria-label=Who]' }));
      await who.clear();
      if (typed !== '') await who.enterText(typed);
      await (await who.host()).sendKeys(TestKey.TAB);
      await who.blur();
      expect(await who.getValue()).toBe(shownThen);
      expect(value()).toBe(chosen);
    });

  it('is what it was after Escape', async () => {
    const who = await loader.getHarness(MatAutocompleteHarness.with({ selector: '[aria-label=Who]' }));
    await who.clear();
    await who.enterText('ana reed');
    await (await who.host()).sendKeys(TestKey.ESCAPE);
    await who.blur();
    expect(await who.getValue()).toBe('Hesper Vane');
    expect(value()).toBe('v');
  });
});
