const NOTES = [523.25, 659.25]
const NOTE_SECONDS = 0.18

/** Two soft notes. Nothing is played where the browser does not let a page sound yet. */
export function chime(): void {
  const audio = new AudioContext()
  NOTES.forEach((pitch, i) => {
    const tone = new OscillatorNode(audio, { type: 'sine', frequency: pitch })
    const from = audio.currentTime + i * NOTE_SECONDS
    const volume = new GainNode(audio, { gain: 0 })
    volume.gain.setValueAtTime(0, from)
    volume.gain.linearRampToValueAtTime(0.12, from + 0.03)
    volume.gain.linearRampToValueAtTime(0, from + NOTE_SECONDS * 1.6)
    tone.connect(volume).connect(audio.destination)
    tone.start(from)
    tone.stop(from + NOTE_SECONDS * 1.6)
  })
  window.setTimeout(() => void audio.close(), 1_500)
}
