import { ringsAt, type Clock } from '@upright-elder/core/jobs';
import { useEffect, useState } from 'react';

let audio: AudioContext | null = null;

/** When this window rang each call last, ms, by clock and number: going to another page rings nothing twice. */
const rung = new Map<string, Map<number, number>>();

/** Two rising tones, three times: heard over a fan. */
function ring(context: AudioContext): void {
  for (let i = 0; i < 6; i += 1) {
    const tone = context.createOscillator();
    const loudness = context.createGain();
    const from = context.currentTime + i * 0.22;
    tone.frequency.value = i % 2 === 0 ? 880 : 1174;
    loudness.gain.setValueAtTime(0.0001, from);
    loudness.gain.exponentialRampToValueAtTime(0.5, from + 0.02);
    loudness.gain.exponentialRampToValueAtTime(0.0001, from + 0.2);
    tone.connect(loudness).connect(context.destination);
    tone.start(from);
    tone.stop(from + 0.21);
  }
}

/** Rings what has to ring, and says whether this page may sound: a browser lets it only after a first touch. */
export function useCalls(clocks: readonly Clock[], now: number): boolean {
  const [may, setMay] = useState(audio?.state === 'running');
  useEffect(() => {
    const wake = () => {
      audio ??= new AudioContext();
      void audio.resume().then(() => setMay(audio?.state === 'running'));
    };
    window.addEventListener('pointerdown', wake);
    window.addEventListener('keydown', wake);
    return () => {
      window.removeEventListener('pointerdown', wake);
      window.removeEventListener('keydown', wake);
    };
  }, []);
  useEffect(() => {
    for (const clock of clocks) {
      const before = rung.get(clock.id) ?? new Map<number, number>();
      const due = ringsAt(clock, now, before);
      if (due.length === 0) continue;
      rung.set(clock.id, new Map([...before, ...due.map((which) => [which, now] as const)]));
      if (audio?.state === 'running') ring(audio);
      navigator.vibrate?.([300, 100, 300]);
    }
  }, [clocks, now]);
  return may;
}
