import { PitchDetector } from 'pitchy';
import { useCallback, useEffect, useRef, useState } from 'react';

/** What a microphone hears of one string: its pitch in Hz; null while nothing sure is heard. */
export type HeardPitch = {
  readonly isOn: boolean;
  readonly hz: number | null;
  readonly problem: string;
  readonly start: () => void;
  readonly stop: () => void;
};

const SAMPLES = 4096;
/** How often it listens, in ms, and for how long the last pitch stands when nothing is heard. */
const EVERY_MS = 80;
const HOLD_MS = 900;
/** How sure a pitch has to be (1 is a pure tone), and how loud; from listening. */
const LEAST_CLARITY = 0.93;
const LEAST_LEVEL = 0.004;
/** The pitches of guitar strings with room on both sides, in Hz. */
const RANGE_HZ = [55, 700] as const;

/** Listens to one note at a time, on this machine; nothing of it is kept. */
export function useMicrophone(): HeardPitch {
  const [isOn, setOn] = useState(false);
  const [hz, setHz] = useState<number | null>(null);
  const [problem, setProblem] = useState('');
  const ending = useRef<(() => void) | null>(null);
  const stop = useCallback((): void => {
    ending.current?.();
    ending.current = null;
    setOn(false);
    setHz(null);
  }, []);
  useEffect(() => stop, [stop]);
  const start = useCallback((): void => {
    setProblem('');
    void listen(setHz).then(
      (end) => {
        ending.current = end;
        setOn(true);
      },
      (error: unknown) => setProblem(sayRefusal(error)),
    );
  }, []);
  return { isOn, hz, problem, start, stop };
}

/** Opens the microphone and tells what it hears, until the answer is called. */
async function listen(onPitch: (hz: number | null) => void): Promise<() => void> {
  if (navigator.mediaDevices === undefined) {
    throw new Error('insecure');
  }
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  });
  const context = new AudioContext();
  const analyser = new AnalyserNode(context, { fftSize: SAMPLES });
  context.createMediaStreamSource(stream).connect(analyser);
  const detector = PitchDetector.forFloat32Array(SAMPLES);
  const samples = new Float32Array(SAMPLES);
  let heardAt = 0;
  const timer = setInterval(() => {
    analyser.getFloatTimeDomainData(samples);
    const [pitch, clarity] = detector.findPitch(samples, context.sampleRate);
    const level = Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / SAMPLES);
    const isSure = clarity >= LEAST_CLARITY && level >= LEAST_LEVEL && pitch > RANGE_HZ[0] && pitch < RANGE_HZ[1];
    if (isSure) {
      heardAt = performance.now();
      onPitch(pitch);
    } else if (performance.now() - heardAt > HOLD_MS) {
      onPitch(null);
    }
  }, EVERY_MS);
  return () => {
    clearInterval(timer);
    for (const track of stream.getTracks()) {
      track.stop();
    }
    void context.close();
  };
}

function sayRefusal(error: unknown): string {
  if (error instanceof Error && error.message === 'insecure') {
    return 'Over plain http from another machine the browser gives no microphone. The notes can be heard all the same.';
  }
  const name = error instanceof DOMException ? error.name : '';
  return name === 'NotAllowedError'
    ? 'The browser was not allowed to listen. The notes can be heard all the same.'
    : 'There is no microphone that can be opened. The notes can be heard all the same.';
}
