import { doubtText, figureBecause } from '@elm-mist/core/airside';
import type { SideJudgment } from '@elm-mist/core/judgment';
import type { UnitSystem } from '@elm-mist/core/units';
import { Row, Small, Strong, Why } from '@/ui';
import { FIGURE_WORDS } from './words';

/** Every figure that readings come to, with its doubt and its reasons, and those that cannot be told, with why. */
export function FigureRows({
  side: { figures, missing, set },
  units,
  estimated,
}: {
  side: Pick<SideJudgment, 'figures' | 'missing' | 'set'>;
  units: UnitSystem;
  /** The refrigerant's saturation is an estimate. */
  estimated: boolean;
}) {
  return (
    <>
      {figures.map((figure) => (
        <Row key={figure.id} label={`${figure.name}${figure.verdict ? `: ${FIGURE_WORDS[figure.verdict]}` : ''}`}>
          <Why because={figureBecause(figure, set, units)}>
            <Strong>{doubtText(figure, figure.edge, units)}</Strong>
          </Why>
        </Row>
      ))}
      {missing.map((row) => (
        <Row key={row.id} label={row.name} value={row.why} />
      ))}
      {estimated ? <Small>R-454B: its saturation is an estimate here, two parts in a hundred of the pressure either way.</Small> : null}
      <Small ink="inkSoft">
        Doubts are at two sigmas of the instruments and of what the formula itself leaves open. The plate and the maker’s manual stand
        first.
      </Small>
    </>
  );
}
