import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState, type ReactElement } from 'react';
import { Act, Companion } from './button';
import { ThemeRoot } from './theme';
import { Meant } from './unlooked';

/** Draws a bar of buttons. @returns presses one of them by its name */
function opened(bar: ReactElement): (name: string) => void {
  render(<ThemeRoot>{bar}</ThemeRoot>);
  return (name) => void fireEvent.click(screen.getByRole('button', { name }));
}

test('what appears where something else stood is held with it, and taken once it has stood for a moment; what a press brings is taken at once', async () => {
  const taken: string[] = [];
  const told: { change: (means: string) => void } = { change: () => undefined };
  function Bar() {
    const [means, setMeans] = useState('foam');
    told.change = setMeans;
    return (
      <Meant means={means}>
        {means === 'foam' ? null : <Companion title="Rinse early" onPress={() => taken.push('early')} />}
        <Act
          title={means}
          onPress={() => {
            taken.push(means);
            if (means === 'rinse') setMeans('check');
          }}
        />
      </Meant>
    );
  }
  const press = opened(<Bar />);
  act(() => told.change('rinse'));
  press('Rinse early');
  press('rinse');
  expect(taken).toEqual([]);
  await act(() => new Promise<void>((done) => void setTimeout(done, 550)));
  press('rinse');
  press('check');
  expect(taken).toEqual(['rinse', 'check']);
});

test('what a press brings is taken at once however long it takes to draw, and what comes of itself after it is held', async () => {
  const taken: string[] = [];
  const told: { change: (means: string) => void } = { change: () => undefined };
  function Slow({ ms }: { ms: number }) {
    const from = performance.now();
    while (performance.now() - from < ms) continue;
    return null;
  }
  function Bar() {
    const [means, setMeans] = useState('rinse');
    told.change = setMeans;
    return (
      <Meant means={means}>
        <Slow ms={means === 'check' ? 400 : 0} />
        <Act
          title={means}
          onPress={() => {
            taken.push(means);
            setMeans('check');
          }}
        />
      </Meant>
    );
  }
  const press = opened(<Bar />);
  press('rinse');
  press('check');
  expect(taken).toEqual(['rinse', 'check']);
  await act(() => new Promise<void>((done) => void setTimeout(done, 350)));
  act(() => told.change('foam'));
  press('foam');
  expect(taken).toEqual(['rinse', 'check']);
});
