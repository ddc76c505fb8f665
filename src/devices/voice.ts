/** Something that speaks. A word that is still being said gives way to the next. */
export type Voice = {
  /** True where this machine has a voice. */
  there: () => boolean;
  say: (text: string, loudness: number) => void;
  hush: () => void;
};

/** The browser's own voice: made by this machine, nothing is sent. Voices that answer over the network are left alone. */
export function browserVoice(): Voice {
  const speech = typeof speechSynthesis === 'undefined' ? null : speechSynthesis;
  const local = () => {
    const voices = speech?.getVoices().filter((v) => v.localService) ?? [];
    return voices.find((v) => v.lang.startsWith('en')) ?? voices[0];
  };
  return {
    there: () => local() !== undefined,
    say(text, loudness) {
      const voice = local();
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
