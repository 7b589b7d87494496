import { icons } from '@iconify-json/lucide/icons.json';
import { render } from '@testing-library/react';
import { Sign } from './icon';
import { SIGN_DRAWINGS, type SignName } from './signDrawings';
import { ThemeRoot } from './theme';

/** Elements that draw, with what says where; how they are drawn is the sign's own. */
const drawn = (root: Element) =>
  [...root.querySelectorAll('path, circle, rect')].map((element) => [
    element.tagName,
    Object.fromEntries(
      [...element.attributes].filter(({ name }) => !/^(fill|stroke|class|style)/.test(name)).map(({ name, value }) => [name, value]),
    ),
  ]);

test('each sign is drawn as it is published, and is hidden from who listens', () => {
  for (const name of Object.keys(SIGN_DRAWINGS) as SignName[]) {
    const published = icons[SIGN_DRAWINGS[name].from].body;
    const page = new DOMParser().parseFromString(`<svg xmlns="http://www.w3.org/2000/svg">${published}</svg>`, 'image/svg+xml');
    const { container, unmount } = render(
      <ThemeRoot>
        <Sign name={name} heavy />
      </ThemeRoot>,
    );
    const svg = container.querySelector('svg')!;
    expect(drawn(page.documentElement)).not.toEqual([]);
    expect(drawn(svg)).toEqual(drawn(page.documentElement));
    expect(['aria-hidden', 'stroke-width', 'viewBox'].map((key) => svg.getAttribute(key))).toEqual(['true', '3', '0 0 24 24']);
    unmount();
  }
});
