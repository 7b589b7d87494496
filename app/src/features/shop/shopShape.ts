import type { ShopAnswer, ShopInput } from '@elm-mist/contract';

/** A shop in the shape that it is sent in. */
export const shopShape = ({ demo, ownIsThere, ...shop }: ShopAnswer): ShopInput => shop;
