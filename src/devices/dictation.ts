/** As far as it is used of the Web Speech API (W3C Community Group draft of 2025, with `processLocally`). */
type Recognition = {
  lang: string;
  processLocally: boolean;
  continuous: boolean;
  onresult:
    ((event: { resultIndex: number; results: ArrayLike<ArrayLike<{ transcript: string }>> }) => void) | null;
  onend: (() => void) | null;
  start: () => void;
  stop: () => void;
};
type Recogniser = {
  new (): Recognition;
  available?: (wanted: { langs: string[]; processLocally: boolean }) => Promise<string>;
};

const recogniser = (): Recogniser | undefined =>
  (globalThis as { SpeechRecognition?: Recogniser }).SpeechRecognition;

/** Speech is written down here only where this machine does it by itself: nothing that is said leaves it. */
export async function canDictate(lang: string): Promise<boolean> {
  const answer = await recogniser()
    ?.available?.({ langs: [lang], processLocally: true })
    .catch(() => 'unavailable');
  return answer === 'available';
}

/** Writes down what is said until it is stopped, or nothing more is said. */
export function dictate(
  lang: string,
  onWords: (words: string) => void,
  onEnd: () => void,
): { stop: () => void } {
  const speech = new (recogniser()!)();
  speech.lang = lang;
  speech.processLocally = true;
  speech.continuous = true;
  speech.onresult = ({ resultIndex, results }) => {
    for (let i = resultIndex; i < results.length; i++) onWords(results[i]![0]!.transcript.trim());
  };
  speech.onend = onEnd;
  speech.start();
  return { stop: () => speech.stop() };
}
