/** The two clicks, made rather than recorded: a short sine that dies away, higher on the first beat (common practice). */
export function clickBuffers(context: BaseAudioContext): Readonly<Record<'strong' | 'weak', AudioBuffer>> {
  return { strong: clickOf(context, 1760), weak: clickOf(context, 1175) };
}

const SECONDS = 0.06;
const DECAY_SECONDS = 0.011;

function clickOf(context: BaseAudioContext, hz: number): AudioBuffer {
  const length = Math.ceil(SECONDS * context.sampleRate);
  const buffer = context.createBuffer(1, length, context.sampleRate);
  const samples = buffer.getChannelData(0);
  for (let at = 0; at < length; at += 1) {
    const seconds = at / context.sampleRate;
    samples[at] = Math.cos(2 * Math.PI * hz * seconds) * Math.exp(-seconds / DECAY_SECONDS);
  }
  return buffer;
}
