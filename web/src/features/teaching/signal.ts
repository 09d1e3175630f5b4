/** Two rising tones that carry through a room: change partners. Silent where a browser gives no sound. */
export function soundPartnerChange(): void {
  if (typeof AudioContext === "undefined") return;
  const context = new AudioContext();
  [660, 990].forEach((frequency, index) => {
    const at = context.currentTime + index * 0.22;
    const tone = context.createOscillator();
    const loudness = context.createGain();
    tone.frequency.value = frequency;
    loudness.gain.setValueAtTime(0.4, at);
    loudness.gain.exponentialRampToValueAtTime(0.001, at + 0.35);
    tone.connect(loudness).connect(context.destination);
    tone.start(at);
    tone.stop(at + 0.36);
  });
  window.setTimeout(() => void context.close(), 1200);
}
