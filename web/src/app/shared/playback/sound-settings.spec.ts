import { TestBed } from '@angular/core/testing';
import { API_ROOT } from '@nuvrah/contract';
import { DEFAULT_SOUND } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { FakeStage } from '../../testing/fake-stage';
import { account, configure } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { describeLoudness, describeVoice } from './describe-sound';
import { VoiceRecordings } from './recordings';
import { SoundSettings } from './sound-settings';
import { Stages } from './stage';

describe('how a session sounds', () => {
  it('is told in a line', () => {
    const quiet = { ...DEFAULT_SOUND, loudness: { voice: 0, tones: 0.5, ticks: 0 } };
    expect(describeVoice(DEFAULT_SOUND)).toBe('phases, sides and counts');
    expect(describeVoice({ ...DEFAULT_SOUND, counts: [], silentAfter: 3 })).toBe(
      'phases and sides, quiet after 3 rounds',
    );
    expect(describeVoice({ ...DEFAULT_SOUND, cues: false, counts: [] })).toBe('says nothing');
    expect(describeVoice(quiet)).toBe('off');
    expect(describeLoudness(quiet)).toBe('Voice off · Tones and bells 50 % · Ticks and beats off');
  });

  describe('when it is changed', () => {
    const stages: FakeStage[] = [];
    const open = (): Promise<FakeStage> => {
      const stage = new FakeStage();
      stages.push(stage);
      return Promise.resolve(stage);
    };
    const voice = { state: () => 'there', load: () => Promise.resolve(null), there: null };

    beforeEach(() => {
      stages.length = 0;
      jasmine.clock().install().mockDate();
    });
    afterEach(() => jasmine.clock().uninstall());

    function shown() {
      const http = configure(
        { provide: Stages, useValue: { open } },
        { provide: VoiceRecordings, useValue: voice },
      );
      const page = new Shown(SoundSettings);
      return { http, page };
    }

    it('is heard at once, and kept with the account a moment after the last change', async () => {
      const { http, page } = shown();
      page.page.querySelector<HTMLInputElement>('.mdc-checkbox__native-control')?.click();
      await Promise.resolve();
      await Promise.resolve();
      await Promise.resolve();
      expect(stages.at(-1)?.played.length).toBeGreaterThan(0);
      http.expectNone(`${API_ROOT}/auth/sound`);
      jasmine.clock().tick(400);
      const sent = http.expectOne(`${API_ROOT}/auth/sound`);
      expect(sent.request.body).toEqual({ ...DEFAULT_SOUND, cues: false });
      sent.flush({ ...account, sound: sent.request.body as typeof account.sound });
      TestBed.tick();
      expect(page.text()).toContain('Kept with your account.');
      expect(TestBed.inject(AccountStore).required().sound.cues).toBeFalse();
    });

    it('says so where it was not kept, and still sounds as chosen', () => {
      const { http, page } = shown();
      page.page.querySelector<HTMLInputElement>('.mdc-checkbox__native-control')?.click();
      jasmine.clock().tick(400);
      http.expectOne(`${API_ROOT}/auth/sound`).error(new ProgressEvent('error'));
      TestBed.tick();
      expect(page.text()).toContain('Heard here, but not kept with your account');
      expect(TestBed.inject(AccountStore).required().sound.cues).toBeFalse();
    });
  });
});
