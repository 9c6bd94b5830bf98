import { startTransition, useEffect, useState } from 'react';

/**
 * A value once that which was drawn with it is on the screen: what takes longer follows, and the screen does not wait
 * for it.
 * @param value the same one as long as nothing of it changes
 * @returns the value before until then, at first null
 */
export function useAfterPaint<T>(value: T): T | null {
  const [painted, setPainted] = useState<T | null>(null);
  useEffect(() => {
    // A task that is set in a frame comes after the frame was painted.
    let task: ReturnType<typeof setTimeout> | undefined;
    const frame = requestAnimationFrame(() => {
      task = setTimeout(() => startTransition(() => setPainted(() => value)));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(task);
    };
  }, [value]);
  return painted;
}
