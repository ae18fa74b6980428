import { afterEach, expect, test } from '@jest/globals';
import { useRef } from 'react';
import { act, render, screen } from '@testing-library/react';
import { InTurn } from './InTurn';
import { useSeen } from './useSeen';

const real = globalThis.IntersectionObserver;
afterEach(() => {
  globalThis.IntersectionObserver = real;
});

function Heavy() {
  const place = useRef<HTMLDivElement>(null);
  return <div ref={place}>{useSeen(place) ? 'heavy' : 'wait'}</div>;
}
const heavy = <Heavy />;

test('what is far down waits until it comes near, and then stays', () => {
  let tell: IntersectionObserverCallback = () => undefined;
  let watched = 0;
  globalThis.IntersectionObserver = class {
    constructor(callback: IntersectionObserverCallback) {
      tell = callback;
    }
    observe(): void {
      watched += 1;
    }
    disconnect(): void {
      watched -= 1;
    }
  } as unknown as typeof IntersectionObserver;
  render(heavy);
  expect(screen.getByText('wait')).toBeInTheDocument();
  const say = (isIntersecting: boolean): void =>
    act(() => tell([{ isIntersecting } as IntersectionObserverEntry], {} as IntersectionObserver));
  say(false);
  expect(screen.queryByText('heavy')).toBeNull();
  say(true);
  expect(screen.getByText('heavy')).toBeInTheDocument();
  expect(watched).toBe(0);
});

test('for paper all is drawn, and where nobody can tell what is seen', () => {
  const { unmount } = render(heavy);
  act(() => void window.dispatchEvent(new Event('beforeprint')));
  expect(screen.getByText('heavy')).toBeInTheDocument();
  unmount();
  globalThis.IntersectionObserver = undefined as unknown as typeof IntersectionObserver;
  render(heavy);
  expect(screen.getByText('heavy')).toBeInTheDocument();
});

test('what has a turn of its own comes after what stands around it', async () => {
  render(<InTurn before={<p>soon</p>}>due</InTurn>);
  expect(screen.getByText('soon')).toBeInTheDocument();
  expect(await screen.findByText('due')).toBeInTheDocument();
});
