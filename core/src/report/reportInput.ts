import type { Judgment } from '../judgment';
import type { Upkeep } from '../interval';
import type { CoilBuild } from '../method';
import type { Priced } from '../price';
import type { FindingLife, VisitEvent, VisitState } from '../run';
import type { UnitSystem } from '../units';
import type { ReportBlock } from './blocks';
import type { ReportWays } from './ways';

/** All that a report is made of. */
export interface ReportInput {
  state: VisitState;
  events: readonly VisitEvent[];
  coils: readonly (CoilBuild & { name?: string })[];
  place: { name: string; address: string; customerName: string };
  system: { name: string; model: string };
  shop: { name: string; address: string };
  /** The shop's clock, IANA. */
  zone: string;
  units: UnitSystem;
  currency: string;
  ways: ReportWays;
  judgment: Judgment;
  findings: readonly FindingLife[];
  /** Which visit of its year this is by an agreement; null where it is of none. */
  agreed: { visit: number; of: number } | null;
  /** What the visit comes to; null where nothing is priced. */
  price: Priced | null;
  nameOfCleaner: (cleanerId: string) => string;
  /** When each coil is due again, ISO day. */
  dues: { coilId: string; date: string }[];
  /** The soonest of them. */
  nextDue: string;
  /** When filter, drain, wheel and a salt rinse are due. */
  upkeep: readonly Upkeep[];
  /** What a later version tells otherwise, already told; empty where there is one version. Printed whatever the shop leaves out. */
  corrections: readonly ReportBlock[];
}
