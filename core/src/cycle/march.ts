import type { Fit } from '../refrigerant/fits';
import {
  dischargeSuperheat,
  latentHeat,
  liquidDensity,
  liquidEnthalpy,
  liquidHeat,
  pressureAt,
  suctionHeat,
  temperatureAt,
  vapourDensity,
  vapourEnthalpy,
} from '../refrigerant/properties';
import { saturatedEnthalpy } from '../psychro/air';
import type { AirSide } from './airSide';
import { AS_BUILT, BUILDS, MACHINE, type CycleInput } from './machine';

/** The line that volumetric efficiency is fitted by goes below nothing at a pressure ratio of 18: a compressor that pumps nothing more still turns. */
const LEAST_VOLUMETRIC = 0.02;

/** Conductance in series: a share inside, the rest falling with the air side. */
const series = ({ kWK, inside }: { kWK: number; inside: number }, air: number): number => kWK / (inside + (1 - inside) / air);

/**
 * One pass round the machine at given temperatures. Figures are written into this object again and again, since a solution takes some hundred passes and
 * objects made again in each would cost thirty times the arithmetic. SI: kPa, kJ/kg, kg/s, kW, °C.
 */
export class March {
  readonly size: number;
  private readonly swept: number;
  private readonly orifice: number;
  private readonly condensingKWK: number;
  private readonly desuperheatingKWK: number;
  private readonly subcoolingKWK: number;
  private readonly dryKWK: number;
  private readonly wetRatio: number;
  private readonly wetDrive: number;
  private readonly superheatingKWK: number;
  private readonly dewEnthalpy: number;

  evaporatingC = 0;
  condensingC = 0;
  suctionKPa = 0;
  /** Of the refrigerant alone, and with gas that does not condense. */
  condensingKPa = 0;
  liquidKPa = 0;
  subcoolingK = 0;
  /** Quality of what leaves the condenser; 0 where it is liquid. */
  outletQuality = 0;
  liquidC = 0;
  liquidEnthalpy = 0;
  flow = 0;
  /** What the indoor coil would take up if it were wetted by refrigerant to its end, kW. */
  fullKW = 0;
  /** Share of it that is: over 1, and liquid is carried over. */
  wetted = 0;
  /** Superheat, K; below 0 liquid is carried over. */
  superheatK = 0;
  suctionEnthalpy = 0;
  compressorFlow = 0;
  compressorKW = 0;
  dischargeEnthalpy = 0;
  dischargeSuperheatK = 0;
  /** Shares of the condenser that cool gas, condense, and cool liquid; together one, where it closes. */
  gasShare = 0;
  condensingShare = 0;
  liquidShare = 0;

  constructor(
    readonly fit: Fit,
    readonly input: CycleInput,
    readonly air: AirSide,
  ) {
    const { sweptM3s, orifice } = BUILDS[input.refrigerant];
    const { size } = air;
    const { parts = AS_BUILT } = input;
    this.size = size;
    this.swept = sweptM3s * size * parts.swept;
    this.orifice = orifice * size * parts.orifice;
    this.condensingKWK = series(MACHINE.condensing, air.outdoorConductance) * size * parts.condenser;
    this.desuperheatingKWK = series(MACHINE.desuperheating, air.outdoorConductance) * size * parts.condenser;
    this.subcoolingKWK = series(MACHINE.subcooling, air.outdoorConductance) * size * parts.condenser;
    const airKWK = MACHINE.indoorAirKWK * air.indoorConductance * size * parts.evaporator;
    const insideKWK = MACHINE.indoorRefrigerantKWK * size;
    this.dryKWK = 1 / (1 / airKWK + 1 / insideKWK);
    this.wetDrive = airKWK / air.heatKJkgK;
    this.wetRatio = this.wetDrive / insideKWK;
    this.dewEnthalpy = saturatedEnthalpy(air.back.dewPointC, air.back.pressureKPa);
    this.superheatingKWK = MACHINE.superheatingKWK * size * (0.5 + 0.5 * air.indoorConductance);
  }

  /** Air-side conductance of the indoor coil, kW/K. */
  get indoorAirKWK(): number {
    return this.wetDrive * this.air.heatKJkgK;
  }

  /** High side. @param v transfer units of the subcooling part; below 0 the quality of what leaves */
  condense(tc: number, v: number): void {
    const { fit } = this;
    this.condensingC = tc;
    this.condensingKPa = pressureAt(fit, tc);
    this.liquidKPa = this.condensingKPa + this.input.condition.nonCondensableKPa;
    const drive = tc - this.air.inletC;
    if (v >= 0) {
      this.subcoolingK = drive * (1 - Math.exp(-v));
      this.outletQuality = 0;
      this.liquidC = tc - this.subcoolingK;
      this.liquidEnthalpy = liquidEnthalpy(fit, this.liquidC);
    } else {
      this.outletQuality = -v;
      const latent = latentHeat(fit, tc);
      this.subcoolingK = (v * latent) / liquidHeat(fit, tc);
      this.liquidC = tc;
      this.liquidEnthalpy = liquidEnthalpy(fit, tc) - v * latent;
    }
  }

  /** Flow through the metering device at a size over its own, kg/s. */
  metered(size: number): number {
    const { fit } = this;
    const { restriction } = this.input.condition;
    const k = (restriction / (1 - restriction)) * size * size;
    const before = this.liquidKPa - (k / (1 + k)) * (this.liquidKPa - this.suctionKPa);
    const subcooled = temperatureAt(fit, before) - (this.condensingC - this.subcoolingK);
    const flashing = subcooled >= 0 ? 1 + 0.012 * subcooled : 1 / (1 - 0.06 * subcooled);
    return this.orifice * size * flashing * Math.sqrt(liquidDensity(fit, this.liquidC) * Math.max(before - this.suctionKPa, 1e-6));
  }

  /** Indoor coil at an evaporating temperature: what it would take up wetted to its end. */
  evaporate(te: number): void {
    const { air } = this;
    const { back } = air;
    this.evaporatingC = te;
    this.suctionKPa = pressureAt(this.fit, te);
    const dry = air.indoorKWK * (1 - Math.exp(-this.dryKWK / air.indoorKWK)) * (back.dryBulbC - te);
    this.fullKW = dry;
    if (te < back.dewPointC) {
      const cold = saturatedEnthalpy(te, back.pressureKPa);
      const slope = (this.dewEnthalpy - cold) / (back.dewPointC - te);
      const wet = air.indoorKgs * (1 - Math.exp(-this.wetDrive / (1 + slope * this.wetRatio) / air.indoorKgs)) * (back.enthalpyKJkg - cold);
      if (wet > dry) this.fullKW = wet;
    }
  }

  /** Superheat that so much flow leaves the indoor coil with. */
  superheat(flow: number): void {
    const { fit, evaporatingC: te, fullKW } = this;
    this.flow = flow;
    const gas = vapourEnthalpy(fit, te);
    const heat = suctionHeat(fit, te);
    this.wetted = (flow * (gas - this.liquidEnthalpy)) / fullKW;
    this.superheatK =
      this.wetted <= 1
        ? (this.air.back.dryBulbC - te) * (1 - Math.exp((-this.superheatingKWK * (1 - this.wetted)) / (flow * heat)))
        : (this.liquidEnthalpy + fullKW / flow - gas) / heat;
    this.suctionEnthalpy = gas + heat * this.superheatK;
  }

  /** Compressor at a superheat: its flow, what it takes and gives. `compressorFlow` is what reaches the condenser. */
  compress(superheatK: number): void {
    const { fit, evaporatingC: te, suctionKPa } = this;
    const { leak } = this.input.condition;
    const ratio = this.liquidKPa / suctionKPa;
    const volumetric = Math.max(LEAST_VOLUMETRIC, 1.09 - 0.06 * ratio);
    const efficiency = Math.max(0.3, 0.765 - 0.03 * (ratio - 3.2) ** 2);
    const e = (fit.exponent - 1) / fit.exponent;
    const head = (ratio ** e - 1) / e;
    const inlet = te + Math.max(superheatK, 0);
    const heat = suctionHeat(fit, te);
    let density = vapourDensity(fit, suctionKPa, inlet);
    let work = ((suctionKPa / density) * head) / efficiency;
    // What leaks back warms what comes in, which in turn changes the work.
    for (let pass = 0; pass < 2 && leak > 0; pass += 1) {
      density = vapourDensity(fit, suctionKPa, inlet + ((leak / (1 - leak)) * work) / heat);
      work = ((suctionKPa / density) * head) / efficiency;
    }
    const swept = this.swept * volumetric * density;
    this.compressorKW = swept * work;
    this.compressorFlow = swept * (1 - leak);
  }

  /** Shares of the condenser that are needed; together over 1, and it is too small at this temperature. */
  close(v: number): number {
    const { fit, flow, condensingC: tc, air } = this;
    const drive = tc - air.inletC;
    this.dischargeEnthalpy = this.suctionEnthalpy + (0.94 * this.compressorKW) / flow;
    const gas = vapourEnthalpy(fit, tc);
    const above = this.dischargeEnthalpy - gas;
    this.dischargeSuperheatK = dischargeSuperheat(fit, tc, above);
    this.gasShare =
      above > 0 ? ((flow * above) / this.dischargeSuperheatK / this.desuperheatingKWK) * Math.log(1 + this.dischargeSuperheatK / drive) : 0;
    const effect = 1 - Math.exp(-this.condensingKWK / air.outdoorKWK);
    this.condensingShare =
      (flow * (Math.min(this.dischargeEnthalpy, gas) - Math.max(liquidEnthalpy(fit, tc), this.liquidEnthalpy))) /
      (air.outdoorKWK * effect * drive);
    this.liquidShare = v > 0 ? (v * flow * liquidHeat(fit, tc)) / this.subcoolingKWK : 0;
    return this.gasShare + this.condensingShare + this.liquidShare;
  }
}
