import { fireEvent, render, screen } from '@testing-library/react';
import { GradeStrip, SectionStrip } from './coilStrip';
import { ThemeRoot } from './theme';

const faces = [
  { id: 'path', name: 'Path', widthM: 0.6, wallSide: false },
  { id: 'house', name: 'House', widthM: 0.3, wallSide: true },
];

test('each face and row is a button that says its grade, and reports what was picked', () => {
  const picked: unknown[] = [];
  render(
    <ThemeRoot>
      <GradeStrip faces={faces} rows={2} grades={{ path: [2, 4] }} onPick={(cell) => picked.push(cell)} />
    </ThemeRoot>,
  );
  expect(screen.getAllByRole('button').map((button) => button.getAttribute('aria-label'))).toEqual([
    'Path, inner row: grade 4 packed',
    'House, inner row: not graded',
    'Path, outer row: grade 2 loaded',
    'House, outer row: not graded',
  ]);
  fireEvent.click(screen.getByLabelText('House, inner row: not graded'));
  expect(picked).toEqual([{ faceId: 'house', row: 1 }]);
  expect(screen.getByText('wall side')).toBeTruthy();
});

test('a section says its number, face and state in words', () => {
  render(
    <ThemeRoot>
      <SectionStrip sections={[{ id: 'path', number: 1, areaM2: 0.3, faceName: 'Path', word: 'rinse now' }]} current="path" />
    </ThemeRoot>,
  );
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Section 1, Path: rinse now');
  expect(screen.getByText('rinse now')).toBeTruthy();
});
