let sound: AudioContext | undefined;

/** Makes the device ready to sound: it may do so only after somebody has touched the page. */
export function readyToRing() {
  try {
    sound ??= new AudioContext();
    void sound.resume();
  } catch {
    // A device without sound says it in words alone.
  }
}

/** Pitches in Hz, and how long each of them sounds and is silent, in seconds. Common practice; no source. */
const tones = [880, 660, 880];
const sounds = 0.22;
const step = 0.32;

/** Sounds three times; nothing where the device may not. Whether it did. */
export function ring(): boolean {
  if (sound?.state !== 'running') return false;
  const at = sound.currentTime;
  for (const [i, pitch] of tones.entries()) {
    const tone = new OscillatorNode(sound, { frequency: pitch, type: 'triangle' });
    const loud = new GainNode(sound, { gain: 0 });
    tone.connect(loud).connect(sound.destination);
    const begins = at + i * step;
    loud.gain.setValueAtTime(0, begins);
    loud.gain.linearRampToValueAtTime(0.5, begins + 0.02);
    loud.gain.linearRampToValueAtTime(0, begins + sounds);
    tone.start(begins);
    tone.stop(begins + sounds);
  }
  return true;
}
