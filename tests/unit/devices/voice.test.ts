import { browserVoice } from '@/devices/voice';

type Made = { name: string; lang: string; localService: boolean };
let voices: Made[] = [];
let spoken: { text: string; voice: Made; volume: number }[] = [];

beforeEach(() => {
  spoken = [];
  class Utterance {
    voice?: Made;
    volume = 1;
    constructor(readonly text: string) {}
  }
  Object.assign(globalThis, {
    SpeechSynthesisUtterance: Utterance,
    speechSynthesis: {
      getVoices: () => voices,
      cancel: () => undefined,
      speak: (u: Utterance) => spoken.push({ text: u.text, voice: u.voice!, volume: u.volume }),
    },
  });
});
afterAll(() => {
  const all = globalThis as Record<string, unknown>;
  delete all.speechSynthesis;
  delete all.SpeechSynthesisUtterance;
});

const voice = (name: string, lang: string, localService = true): Made => ({ name, lang, localService });

describe('the voice of the machine', () => {
  it('is one that speaks English here; what answers over the network is never used, whatever was chosen', () => {
    voices = [voice('Far', 'en-GB', false), voice('Nah', 'de-DE'), voice('Near', 'en-GB')];
    const said = browserVoice();
    expect(said.names()).toEqual(['Near', 'Nah']);
    said.choose('Far');
    said.say('out', 0.5);
    expect(spoken).toEqual([{ text: 'out', voice: voices[2], volume: 0.5 }]);
  });
  it('can be chosen, and gives way to the usual one when it is gone', () => {
    voices = [voice('One', 'en-GB'), voice('Two', 'en-US'), voice('Two', 'en-AU')];
    const said = browserVoice();
    expect(said.names()).toEqual(['One', 'Two']);
    said.choose('Two');
    said.say('in', 1);
    voices = [voice('One', 'en-GB')];
    said.say('out', 1);
    expect(spoken.map((s) => s.voice.name)).toEqual(['Two', 'One']);
  });
  it('says nothing where there is none, or when it is off', () => {
    voices = [voice('Far', 'en-GB', false)];
    const said = browserVoice();
    expect(said.names()).toEqual([]);
    said.say('in', 1);
    voices = [voice('One', 'en-GB')];
    said.say('in', 0);
    expect(spoken).toEqual([]);
  });
});
