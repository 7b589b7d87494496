import type { ReactNode } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { BecauseColumn, BecauseSheet, useBecause } from './because';
import { Sign } from './icon';
import type { SignName } from './signDrawings';
import { Beside } from './landmarks';
import { LinkBox } from './linkBox';
import { Label } from './text';
import { useTokens } from './theme';
import { line, space, target, VERY_WIDE, WIDE } from './tokens';

export interface Place {
  id: string;
  name: string;
  icon: SignName;
  href: string;
  /** Only where there is room: on the rail of a wide screen. */
  wide?: boolean;
}

const NAVIGATION = 'Places in Elm Mist';

export const useWide = (): boolean => useWindowDimensions().width >= WIDE;

function NavItem({ place, here, column }: { place: Place; here: boolean; column: boolean }) {
  const tokens = useTokens();
  const edge = column
    ? { borderLeftWidth: 5, borderLeftColor: here ? tokens.elm : 'transparent' }
    : { borderTopWidth: 5, borderTopColor: here ? tokens.elm : 'transparent' };
  return (
    <LinkBox
      href={place.href}
      current={here ? 'page' : undefined}
      style={{
        flex: column ? 0 : 1,
        minHeight: target.wet,
        alignItems: 'center',
        justifyContent: 'center',
        gap: 2,
        paddingVertical: space.xs,
        ...edge,
      }}
    >
      <Sign name={place.icon} ink={here ? 'elm' : 'ink'} size={24} />
      <Label ink={here ? 'elm' : 'ink'}>{place.name}</Label>
    </LinkBox>
  );
}

/**
 * The frame round every screen. Phone: the screen, and the places under it unless it is inside a visit.
 * From 900 px: rail at the left, list and detail side by side, Because as a third column.
 */
export function Frame({
  places,
  here,
  list,
  hidePlaces,
  banner,
  children,
}: {
  places: readonly Place[];
  here: string;
  /** Shown beside the detail on a wide screen. */
  list: ReactNode;
  hidePlaces: boolean;
  banner: ReactNode;
  children: ReactNode;
}) {
  const tokens = useTokens();
  const { width } = useWindowDimensions();
  const { open } = useBecause();
  const wide = width >= WIDE;
  const showList = wide && list !== null && (!open || width >= VERY_WIDE);
  const shown = places
    .filter((place) => wide || !place.wide)
    .map((place) => <NavItem key={place.id} place={place} here={place.id === here} column={wide} />);
  // One tree for both: a tablet that is turned on its side goes on with the page that is open, and with what was typed in it.
  return (
    <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column', backgroundColor: tokens.paper }}>
      {wide ? (
        <View
          role="navigation"
          aria-label={NAVIGATION}
          style={{ width: 92, borderRightWidth: line.firm, borderRightColor: tokens.ink, paddingTop: space.m, gap: space.s }}
        >
          {shown}
        </View>
      ) : null}
      {showList ? (
        <View role="region" aria-label="List" style={{ width: 344, borderRightWidth: line.thin, borderRightColor: tokens.ruleStrong }}>
          <Beside value>{list}</Beside>
        </View>
      ) : null}
      <View style={{ flex: 1 }}>
        {banner}
        <View style={{ flex: 1 }}>{children}</View>
        {wide || hidePlaces ? null : (
          <View
            role="navigation"
            aria-label={NAVIGATION}
            style={{ flexDirection: 'row', borderTopWidth: line.firm, borderTopColor: tokens.ink, backgroundColor: tokens.paper }}
          >
            {shown}
          </View>
        )}
      </View>
      {wide ? <BecauseColumn /> : <BecauseSheet />}
    </View>
  );
}
