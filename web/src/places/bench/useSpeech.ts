import { useEffect, useState } from 'react';

/** Reads a step aloud where the browser can; off until asked for. */
export function useSpeech(text: string): { available: boolean; on: boolean; toggle: () => void } {
  const available = typeof speechSynthesis !== 'undefined';
  const [on, setOn] = useState(false);
  useEffect(() => {
    if (!on || !available || text === '') return;
    const words = new SpeechSynthesisUtterance(text);
    words.rate = 0.95;
    speechSynthesis.cancel();
    speechSynthesis.speak(words);
    return () => speechSynthesis.cancel();
  }, [text, on, available]);
  return { available, on, toggle: () => setOn((old) => !old) };
}
