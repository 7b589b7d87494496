import { render, screen } from '@testing-library/react';
import { Small, Strong } from './text';
import { ThemeRoot } from './theme';

test('a figure keeps to its unit across pieces of a line and what is left out between them; what is more than words is drawn as it is', () => {
  const none = null as string | null;
  render(
    <ThemeRoot>
      <Small testID="words">
        Of {33}
        {none ? `(${none})` : null}
        {none !== null && 'none'} % at 8:05 am
      </Small>
      <Small testID="mixed">
        About <Strong>33</Strong> %
      </Small>
    </ThemeRoot>,
  );
  expect(screen.getByTestId('words').textContent).toBe('Of 33\u00a0% at 8:05\u00a0am');
  expect(screen.getByTestId('mixed').textContent).toBe('About 33 %');
});
