import { exhaleSound, type ExhaleShape } from '@/core/simulate/exhale-sound';

/** Anything that yields sound as it comes: the microphone, or the stand-in that ships. */
export type SoundSource = { hz: number; stop: () => void };

/** Listens to the microphone; throws with a sentence when that is not possible. */
export async function openMicrophone(onSamples: (samples: Float32Array) => void): Promise<SoundSource> {
  if (!navigator.mediaDevices?.getUserMedia)
    throw new Error('This browser gives no microphone to this page: it needs https or the same machine.');
  const stream = await navigator.mediaDevices
    .getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } })
    .catch((error: DOMException) => {
      throw new Error(
        error.name === 'NotAllowedError'
          ? 'The microphone was not allowed. Allow it beside the address and try again.'
          : 'No microphone was found.',
      );
    });
  const context = new AudioContext();
  await context.audioWorklet.addModule('/level-worklet.js');
  const node = new AudioWorkletNode(context, 'samples', { numberOfOutputs: 0 });
  node.port.onmessage = (event: MessageEvent<Float32Array>) => onSamples(event.data);
  context.createMediaStreamSource(stream).connect(node);
  return {
    hz: context.sampleRate,
    stop() {
      stream.getTracks().forEach((t) => t.stop());
      void context.close();
    },
  };
}

/** A made-up exhale, sent in real time in blocks as a microphone would. */
export function openSimulatedMicrophone(
  shape: ExhaleShape,
  lengthS: number,
  onSamples: (samples: Float32Array) => void,
): SoundSource {
  const sound = exhaleSound(shape, lengthS, 16000, Math.floor(performance.now()));
  let sent = 0;
  const began = performance.now();
  const timer = setInterval(() => {
    const due = Math.min(sound.samples.length, Math.floor(((performance.now() - began) / 1000) * sound.hz));
    if (due > sent) onSamples(sound.samples.slice(sent, due));
    sent = due;
  }, 50);
  return { hz: sound.hz, stop: () => clearInterval(timer) };
}
