import { doubtText, isBeyondDoubt } from '@elm-mist/core/airside';
import { candidateName, chargeWords, confirmWords, faultFindings, FAULTS, faultsIn, type Candidate } from '@elm-mist/core/diagnosis';
import type { Judgment } from '@elm-mist/core/judgment';
import { judgeable, QUANTITIES, type ReadingWhen } from '@elm-mist/core/readings';
import { isSaturationEstimated } from '@elm-mist/core/refrigerant';
import { findingWords } from '@elm-mist/core/shop';
import { meteringWords, SIGNS, WHOLE_WORDS, worthOf } from '@elm-mist/core/verdict';
import { View } from 'react-native';
import { money, useVisit } from '@/data';
import { Banner, Body, Companion, Heading, Part, Row, Small, space, Strong } from '@/ui';
import { useEnergyPrice } from '../shared/energyPrice';
import { EvidenceWords } from './candidates';
import { ComparedRow } from './ComparedRow';
import { FigureRows } from './FigureRows';
import { SizingPart } from './SizingPart';
import { useJudgment } from './useJudgment';

/** What the readings say: before against after, what is left, and every figure. */
export function MeaningPart({ take }: { take: (when: ReadingWhen) => void }) {
  const { house, state, detail } = useVisit();
  const { units } = house;
  const refrigerant = state.identity?.value.refrigerant ?? detail.system.refrigerant;
  const { before, after, compared } = useJudgment();
  const last = after.figures.length > 0 ? after : before;
  const when: ReadingWhen = last === after ? 'after' : 'before';
  const explained = compared?.lines.filter((row) => row.verdict === 'explained') ?? [];
  if (Object.keys(before.set).length + Object.keys(after.set).length === 0)
    return (
      <Part first title={<Heading>What they say</Heading>}>
        <Body ink="inkSoft">No readings yet. Taken before the wash and after it, they show what it did and what is left.</Body>
        <Companion title="Take readings" onPress={() => take('before')} />
      </Part>
    );
  return (
    <>
      {compared ? (
        <Part first title={<Heading>{WHOLE_WORDS[compared.whole]}</Heading>}>
          <Small ink="inkSoft">{compared.why}</Small>
          <WorthRows compared={compared} />
          {compared.lines
            .filter((row) => row.verdict !== 'explained')
            .map((row) => (
              <ComparedRow key={row.sign} row={row} units={units} />
            ))}
        </Part>
      ) : null}
      <LeftPart take={take} first={!compared} />
      {last.heating ? null : <SizingPart set={judgeable(last.set)} />}
      {explained.length > 0 ? (
        <Part title={<Heading>Moved with it, no measure of the wash</Heading>}>
          {explained.map((row) => (
            <ComparedRow key={row.sign} row={row} units={units} />
          ))}
        </Part>
      ) : null}
      <Part title={<Heading>{when === 'after' ? 'Figures after' : 'Figures before'}</Heading>}>
        <FigureRows side={last} units={units} estimated={isSaturationEstimated(refrigerant)} />
      </Part>
    </>
  );
}

/** What the wash was worth in the air of today, as far as the readings can say. */
function WorthRows({ compared }: { compared: NonNullable<Judgment['compared']> }) {
  const { house } = useVisit();
  const { units } = house;
  const price = useEnergyPrice();
  const { cooling, watts, sameCoolingW, anHour } = worthOf(compared, price);
  const told = (figure: { value: number; u: number } | null, text: (value: { value: number; u: number }) => string) =>
    figure && isBeyondDoubt(figure) ? text(figure) : figure ? `${text(figure)}: not more than the doubt` : '';
  const rows: [string, string][] = [
    ['More cooling now', told(cooling, (figure) => doubtText(figure, 'heat', units))],
    ['Less power now', told(watts, (figure) => doubtText(figure, 'power', units))],
    ['Less power for the same cooling', told(sameCoolingW, (figure) => doubtText(figure, 'power', units))],
    ['The same in money', told(anHour, (figure) => `${money(figure.value)} ± ${money(2 * figure.u)} an hour of running`)],
  ];
  return (
    <View>
      {rows.map(([label, value]) => (value ? <Row key={label} label={label} value={value} /> : null))}
      {sameCoolingW && price === 0 ? <Small ink="inkSoft">With a price of energy, under More, it is told in money too.</Small> : null}
    </View>
  );
}

/** What is left, by likelihood, with what speaks for and against it, what to take next, and a finding by one press. */
function LeftPart({ take, first }: { take: (when: ReadingWhen) => void; first: boolean }) {
  const { state, house, record, who, team } = useVisit();
  const { left, before, after } = useJudgment();
  const closed = state.closed !== null;
  if (before.heating || after.heating)
    return (
      <Part first={first} title={<Heading>Read while it heats</Heading>} testID="read-heating">
        <Body ink="inkSoft">
          Supply air is warmer than return air: that is how a heat pump heats, and no fault. Air rise, outdoor air, amps and watts are shown
          below. Cooling, superheat and subcooling are judged only by readings taken while it cools.
        </Body>
      </Part>
    );
  if (!left)
    return (
      <Part first={first} title={<Heading>What is left</Heading>}>
        <Body ink="inkSoft">
          Outdoor air, return air and its wet bulb or humidity come first: without them nothing can be held against what the unit should do.{' '}
          The refrigerant has to be known too.
        </Body>
        <Companion
          title="Take them"
          onPress={() => take(Object.keys(after.set).length > 0 || Object.keys(before.set).length === 0 ? 'after' : 'before')}
        />
      </Part>
    );
  const { diagnosis, when } = left;
  const plateKg = state.identity?.value.plateChargeKg ?? null;
  const [top] = diagnosis.oneOf;
  const noted = (candidate: Candidate) =>
    faultsIn(candidate).every((id) => state.findings.some((row) => row.closedAt === null && row.value.what === FAULTS[id].finding));
  const note = (candidate: Candidate) => {
    for (const data of faultFindings(candidate, when, plateKg, house.units)) void record({ kind: 'finding.noted', data });
  };
  const confirm = confirmWords(diagnosis);
  return (
    <Part first={first} title={<Heading>{when === 'after' ? 'What is left' : 'What it may be'}</Heading>}>
      {diagnosis.oneOf.length > 1 ? <Small ink="inkSoft">One of these; they cannot be told apart by what was read.</Small> : null}
      {diagnosis.oneOf.map((candidate) => (
        <View
          key={`${candidate.id} ${candidate.also ?? ''} ${candidate.quantity ?? ''}`}
          style={{ gap: space.xs }}
          testID={`left-${candidate.id}`}
        >
          <Strong>{`${candidateName(candidate)}, ${Math.round(candidate.probability * 100)} %`}</Strong>
          {faultsIn(candidate).map((id) => (
            <Small key={id}>{FAULTS[id].words}</Small>
          ))}
          <EvidenceWords candidate={candidate} units={house.units} />
          {candidate.also === null && chargeWords(candidate, plateKg, house.units) ? (
            <Small>{chargeWords(candidate, plateKg, house.units)}</Small>
          ) : null}
          {faultsIn(candidate).map((id) => {
            const words = findingWords(FAULTS[id].finding, who, team);
            return words ? <Small key={id}>{words}</Small> : null;
          })}
          {faultsIn(candidate).length === 0 || closed ? null : noted(candidate) ? (
            <Small ink="inkSoft">Noted as a finding.</Small>
          ) : (
            <Companion
              title={candidate.also ? 'Note both as findings' : 'Note as a finding'}
              onPress={() => note(candidate)}
              testID={`note-${candidate.id}`}
            />
          )}
        </View>
      ))}
      {confirm && !closed ? (
        <View testID="confirm-first">
          <Banner tone="wait">{confirm}</Banner>
        </View>
      ) : null}
      {diagnosis.next && !closed ? (
        <Banner tone="info" right={<Companion title="Take it" onPress={() => take(when)} />}>
          {`Next, ${diagnosis.next.quantities.map((id) => QUANTITIES[id].name.toLowerCase()).join(' and ')}: it takes away some ${Math.round(diagnosis.next.gain * 100)} % of the doubt.`}
        </Banner>
      ) : null}
      {top && top.id !== 'none' ? (
        <Small ink="inkSoft">
          Held against a small model of a unit of this size and refrigerant, a stand-in for this one. Adjusting charge is licensed work.
        </Small>
      ) : (
        <Small ink="inkSoft">Undersizing, thermostat and controls do not show in these readings.</Small>
      )}
      {diagnosis.metering ? <Small>{meteringWords(diagnosis.metering)}</Small> : null}
      <Small ink="inkSoft">{`By ${diagnosis.signs.map((sign) => SIGNS[sign].name.toLowerCase()).join(', ')}.`}</Small>
    </Part>
  );
}
