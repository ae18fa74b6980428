/** A short high tone: heard by somebody who looks at the bench. Where there is no sound, it is silent. */
export function beep(): void {
  try {
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = 1320;
    volume.gain.value = 0.12;
    tone.connect(volume).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.09);
    tone.onended = () => void audio.close();
  } catch {
    // No sound here.
  }
}
