import { createEvent, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { Act } from './button';
import { Tick } from './choice';
import { GradePicker } from './gradePicker';
import { watchTaps } from './secondTap';
import { ThemeRoot } from './theme';
import { Meant } from './unlooked';

/** When the next tap comes, ms: by the hand's own clock, whatever the machine does meanwhile. */
let clock = 0;
const soon = () => (clock += 120);
const later = () => (clock += 1000);

function dispatched(kind: 'click' | 'pointerUp', on: Element, over: object): void {
  const event = createEvent[kind](on, { clientX: 200, clientY: 700, ...over });
  Object.defineProperty(event, 'timeStamp', { value: clock });
  fireEvent(on, event);
}
function tap(on: Element, over: object = {}): void {
  dispatched('pointerUp', on, {});
  dispatched('click', on, { detail: 1, ...over });
}
const button = () => screen.getByRole('button');
/** The browser counts the second tap of a double tap as such; some tell it by nothing but where and when the finger was. */
const again = { counted: { detail: 2 }, bounced: { clientX: 212 } };

let end = () => undefined as void;
beforeEach(() => {
  later();
  end = watchTaps(document);
});
afterEach(() => end());

/** A bar whose one button takes up one thing after another. @returns what was taken */
function stepping(titles: readonly string[]): string[] {
  const taken: string[] = [];
  function Bar() {
    const [at, setAt] = useState(0);
    return (
      <Meant means={`step ${at}`}>
        <Act
          title={titles[at] ?? 'no more'}
          onPress={() => {
            taken.push(`${titles[at]} of ${at}`);
            setAt(at + 1);
          }}
        />
      </Meant>
    );
  }
  render(
    <ThemeRoot>
      <Bar />
    </ThemeRoot>,
  );
  return taken;
}

test.each(['counted', 'bounced'] as const)('a double tap (%s) takes up one step, whether or not the next looks the same', (how) => {
  const taken = stepping(['The coil is wet', 'Foam is on', '0 V', '0 V', '0 V']);
  tap(button());
  soon();
  tap(button(), again[how]);
  // A third of the same bounce as well.
  soon();
  tap(button(), again[how]);
  expect(taken).toEqual(['The coil is wet of 0']);
  later();
  tap(button());
  later();
  tap(button());
  soon();
  tap(button(), again[how]);
  expect(taken).toEqual(['The coil is wet of 0', 'Foam is on of 1', '0 V of 2']);
  later();
  tap(button());
  expect(taken).toHaveLength(4);
});

test('what stays as it was is taken as often as it is tapped', () => {
  const taken: number[] = [];
  render(
    <ThemeRoot>
      <Act title="One more" onPress={() => taken.push(1)} />
    </ThemeRoot>,
  );
  for (const detail of [1, 2, 3]) {
    tap(button(), { detail });
    soon();
  }
  expect(taken).toHaveLength(3);
});

test('taps at two places are two, however soon one follows the other', () => {
  const taken = stepping(['The coil is wet', 'Foam is on']);
  tap(button());
  soon();
  tap(button(), { clientX: 90 });
  expect(taken).toEqual(['The coil is wet of 0', 'Foam is on of 1']);
});

test('a row that moves up under the thumb is not ticked by the same double tap', () => {
  const ticked: string[] = [];
  function Rows() {
    const [left, setLeft] = useState(['Filter', 'Pan', 'Drain']);
    const tick = (name: string) => {
      ticked.push(name);
      setLeft(left.filter((row) => row !== name));
    };
    return left.map((name) => <Tick key={name} label={name} value={false} onChange={() => tick(name)} />);
  }
  render(
    <ThemeRoot>
      <Rows />
    </ThemeRoot>,
  );
  const top = () => screen.getAllByRole('checkbox')[0] ?? document.body;
  tap(top());
  soon();
  tap(top(), again.counted);
  expect(ticked).toEqual(['Filter']);
  later();
  tap(top());
  expect(ticked).toEqual(['Filter', 'Pan']);
});

test('the next face is not graded by the second tap on the one before', () => {
  const graded: string[] = [];
  function Faces() {
    const [face, setFace] = useState(1);
    const pick = (grade: number) => {
      graded.push(`${face}: ${grade}`);
      setFace(face + 1);
    };
    return <GradePicker of={`face ${face}`} value={undefined} onPick={pick} />;
  }
  render(
    <ThemeRoot>
      <Faces />
    </ThemeRoot>,
  );
  const heavy = () => screen.getByRole('radio', { name: /^3 / });
  tap(heavy());
  soon();
  tap(heavy(), again.counted);
  expect(graded).toEqual(['1: 3']);
  later();
  tap(heavy());
  expect(graded).toEqual(['1: 3', '2: 3']);
});

test('a key that is held down presses once; in a field it writes on', () => {
  stepping(['The coil is wet', 'Foam is on']);
  expect(fireEvent.keyDown(button(), { key: 'Enter' })).toBe(true);
  expect(fireEvent.keyDown(button(), { key: 'Enter', repeat: true })).toBe(false);
  render(<input aria-label="Note" />);
  expect(fireEvent.keyDown(screen.getByLabelText('Note'), { key: ' ', repeat: true })).toBe(true);
});
