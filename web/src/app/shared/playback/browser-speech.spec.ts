import { TestBed } from '@angular/core/testing';
import { BrowserSpeech, SPEECH } from './browser-speech';

describe("the browser's own speech", () => {
  const voiceOf = (lang: string, localService: boolean) =>
    ({ lang, localService, name: lang, default: false, voiceURI: lang }) as SpeechSynthesisVoice;
  const said: { readonly text: string; readonly volume?: number }[] = [];
  const speechWith = (...voices: SpeechSynthesisVoice[]): BrowserSpeech => {
    said.length = 0;
    const speech = {
      init: () => Promise.resolve(true),
      voices: () => voices,
      speak: (what: (typeof said)[number]) => Promise.resolve(said.push(what)),
      cancel: () => undefined,
    };
    TestBed.configureTestingModule({
      providers: [{ provide: SPEECH, useValue: () => Promise.resolve(speech) }],
    });
    return TestBed.inject(BrowserSpeech);
  };

  it('takes a voice of this machine alone, and says words at their moment as loud as the voice is', async () => {
    const speech = speechWith(voiceOf('en-GB', false), voiceOf('en-US', true));
    await speech.load();
    expect(speech.state()).toBe('there');
    jasmine.clock().install();
    speech.say('Nothing more to do', 0.6, 2);
    speech.say('Taken back', 0.6, 1).cancel();
    jasmine.clock().tick(1_900);
    expect(said.length).toBe(0);
    jasmine.clock().tick(200);
    jasmine.clock().uninstall();
    expect(said.map(({ text, volume }) => [text, volume])).toEqual([['Nothing more to do', 0.6]]);
  });

  it('is silent where there is no such voice', async () => {
    const speech = speechWith(voiceOf('en-GB', false));
    await speech.load();
    expect(speech.state()).toBe('none');
    expect(() => speech.say('Unheard', 1, 0).cancel()).not.toThrow();
    expect(said.length).toBe(0);
  });
});
