import { act, render, screen, fireEvent } from '@testing-library/react';
import { draftBase, draftOver, draftValues, useDraft, useFormDraft } from './draft';
import { forgetDevice } from '@/testing/device';
import { factKeys, writeDevice } from '@/device/memory';
import { draftRoot, draftsOf, forgetDraftsAbout } from './draftRoot';

function Typed({ id }: { id: string }) {
  const [text, keep, drop] = useDraft(id, () => 'start');
  return (
    <>
      <output>{text}</output>
      <button onClick={() => keep(`${text}+`)}>type</button>
      <button onClick={drop}>drop</button>
    </>
  );
}
const shown = () => document.querySelector('output')?.textContent;

beforeEach(forgetDevice);

test('what was typed is there again after a reload, for its own key only', () => {
  const { unmount, rerender } = render(<Typed id="a" />);
  fireEvent.click(screen.getByText('type'));
  fireEvent.click(screen.getByText('type'));
  expect(shown()).toBe('start++');
  rerender(<Typed id="b" />);
  expect(shown()).toBe('start');
  unmount();
  render(<Typed id="a" />);
  expect(shown()).toBe('start++');
});

test('a dropped draft is gone from the device, and a broken one is as good as none', () => {
  const { unmount } = render(<Typed id="a" />);
  fireEvent.click(screen.getByText('type'));
  fireEvent.click(screen.getByText('drop'));
  unmount();
  render(<Typed id="a" />);
  expect(shown()).toBe('start');
  writeDevice(`${draftRoot()}form`, '{"broken');
  expect(draftValues('form', { name: '' })).toEqual({ name: '' });
});

test('a form keeps what is typed until it is saved, and a late keystroke does not bring it back', () => {
  let type: (values: unknown) => void = () => undefined;
  let drop: () => void = () => undefined;
  function Form() {
    ({ drop } = useFormDraft('form', (listen) => {
      type = listen;
      return { unsubscribe: () => undefined };
    }));
    return null;
  }
  render(<Form />);
  act(() => type({ name: 'Bram' }));
  expect(draftValues('form', { name: '', price: '1' })).toEqual({ name: 'Bram', price: '1' });
  act(() => drop());
  act(() => type({ name: 'Bramble' }));
  expect(draftValues('form', { name: '' })).toEqual({ name: '' });
});

test('a form says that it begins with what was typed before, holds it against what was there then, and can begin anew', () => {
  let type: (values: unknown) => void = () => undefined;
  function Form({ was }: { was: { name: string } }) {
    const { restored, anew } = useFormDraft('form', (listen) => ((type = listen), { unsubscribe: () => undefined }), was);
    return restored ? <button onClick={anew}>Start anew</button> : null;
  }
  const first = render(<Form was={{ name: 'Marl' }} />);
  expect(screen.queryByRole('button')).toBeNull();
  act(() => type({ name: 'Marl Lane' }));
  first.unmount();
  // Somebody else renamed it meanwhile.
  render(<Form was={draftBase('form') ?? { name: 'Marl ranch' }} />);
  expect(draftBase('form')).toEqual({ name: 'Marl' });
  fireEvent.click(screen.getByRole('button', { name: 'Start anew' }));
  expect(screen.queryByRole('button')).toBeNull();
  expect([draftValues('form', { name: '' }), draftBase('form')]).toEqual([{ name: '' }, null]);
});

test('only what was typed is laid over what a form starts with: what nobody touched is the one of now', () => {
  let type: (values: unknown) => void = () => undefined;
  const begun = { day: '2026-06-11', purpose: '', coils: ['a', 'b'] };
  function Form() {
    useFormDraft('visit', (listen) => ((type = listen), { unsubscribe: () => undefined }), begun);
    return null;
  }
  const tomorrow = { day: '2026-06-12', purpose: '', coils: ['a', 'b', 'c'] };
  expect(draftOver('visit', tomorrow)).toEqual(tomorrow);
  render(<Form />);
  act(() => type({ ...begun, purpose: 'Gate squeaks' }));
  expect(draftOver('visit', tomorrow)).toEqual({ ...tomorrow, purpose: 'Gate squeaks' });
  act(() => type({ ...begun, coils: ['a'] }));
  expect(draftOver('visit', tomorrow)).toEqual({ ...tomorrow, coils: ['a'] });
});

describe('a draft knows what it was begun from', () => {
  function Based({ base, start }: { base: string; start: string }) {
    const [text, keep, , older] = useDraft('based', () => start, base);
    return (
      <>
        <output>{text}</output>
        <button onClick={() => keep(`${text}+`)}>type</button>
        {older === null ? null : <button onClick={() => keep(older)}>{`mine: ${older}`}</button>}
      </>
    );
  }

  test('once the entry under it is another, that is shown, and what was begun is offered back', () => {
    const { rerender, unmount } = render(<Based base="e1" start="one" />);
    fireEvent.click(screen.getByText('type'));
    expect(shown()).toBe('one+');
    rerender(<Based base="e2" start="two" />);
    expect(shown()).toBe('two');
    fireEvent.click(screen.getByText('mine: one+'));
    expect(shown()).toBe('one+');
    // Taken back, it belongs to the entry of now, also after a reload.
    expect(screen.queryByText(/^mine/)).toBeNull();
    unmount();
    render(<Based base="e2" start="two" />);
    expect(shown()).toBe('one+');
  });

  test('typing over the new entry lets go of what was begun from the old one', () => {
    const { rerender } = render(<Based base="e1" start="one" />);
    fireEvent.click(screen.getByText('type'));
    rerender(<Based base="e2" start="two" />);
    fireEvent.click(screen.getByText('type'));
    expect(shown()).toBe('two+');
    expect(screen.queryByText(/^mine/)).toBeNull();
  });
});

test('what one person typed is shown to them alone; what an earlier version kept for nobody is whoever is signed in', () => {
  draftsOf(null);
  writeDevice('draft.place.p1', '{"name":"Loft"}');
  draftsOf('wren');
  expect(draftValues('place.p1', { name: '' })).toEqual({ name: 'Loft' });
  expect(factKeys('draft.')).toEqual([]);
  draftsOf('ives');
  expect(draftValues('place.p1', { name: '' })).toEqual({ name: '' });
  writeDevice(`${draftRoot()}visit.v1.slot`, '{"day":"2026-06-11"}');
  draftsOf('wren');
  expect(draftValues('place.p1', { name: '' })).toEqual({ name: 'Loft' });
  // A customer who was erased is erased from everybody's.
  forgetDraftsAbout(['p1', 'v1']);
  expect(factKeys('drafts.')).toEqual([]);
  draftsOf(null);
});
