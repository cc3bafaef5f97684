const LASTS_S = 0.06;

/** A short tone, as one tick. */
export function tone(audio: AudioContext, pitchHz: number): void {
  const [sound, loudness] = [audio.createOscillator(), audio.createGain()];
  sound.frequency.value = pitchHz;
  loudness.gain.setValueAtTime(0.12, audio.currentTime);
  loudness.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + LASTS_S);
  sound.connect(loudness).connect(audio.destination);
  sound.start();
  sound.stop(audio.currentTime + LASTS_S);
}
