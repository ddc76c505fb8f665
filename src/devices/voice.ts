/** Something that speaks. A word that is still being said gives way to the next. */
export type Voice = {
  /** Names of the voices that can be chosen, the usual one first; empty: this machine has none. */
  names: () => string[];
  /** From now on the voice of this name speaks; where it is not there, the usual one. */
  choose: (name: string) => void;
  say: (text: string, loudness: number) => void;
  hush: () => void;
};

/** The browser's own voice: made by this machine, nothing is sent. Voices that answer over the network are left alone. */
export function browserVoice(): Voice {
  const speech = typeof speechSynthesis === 'undefined' ? null : speechSynthesis;
  let chosen = '';
  /** Those that speak the language of the interface come first. */
  const local = () => {
    const voices = speech?.getVoices().filter((v) => v.localService) ?? [];
    const speaks = (v: SpeechSynthesisVoice) => v.lang.startsWith('en');
    return [...voices.filter(speaks), ...voices.filter((v) => !speaks(v))];
  };
  return {
    names: () => [...new Set(local().map((v) => v.name))],
    choose(name) {
      chosen = name;
    },
    say(text, loudness) {
      const voices = local();
      const voice = voices.find((v) => v.name === chosen) ?? voices[0];
      if (!speech || !voice || loudness <= 0) return;
      speech.cancel();
      const words = new SpeechSynthesisUtterance(text);
      words.voice = voice;
      words.lang = voice.lang;
      words.volume = loudness;
      words.rate = 1.1;
      speech.speak(words);
    },
    hush: () => speech?.cancel(),
  };
}
