import type { LightDoubt } from './kept';

/** What each doubt is, and what to do. Limits are judgment, held against drawn pictures. */
export const LIGHT_DOUBTS: Record<LightDoubt, string> = {
  blown: 'Too bright: most of the light is blown out and spills over the fins. Take it again darker, or with the torch further off.',
  daylight: 'Too much other light: what is blocked is not dark. Shade the coil with a hood and take it again.',
  'no-split':
    'No two levels of light in it: all open, all blocked, or the torch was off. A grey card in both pictures, or some dark frame around the coil, would tell.',
  uneven:
    'The flashlight has a hot spot: the edges of the coil are too dark to judge. Hold it further off, or spread its beam, and take the picture again.',
  card: 'The grey card is blown out, black, or lies half in shade: mark an even part of it, or leave it out.',
  moved: 'The camera stood elsewhere for the other picture. Fins hide more from another side: the two are not set against each other.',
};
