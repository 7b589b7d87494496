import { latentHeat, liquidDensity, liquidEnthalpy, vapourDensity } from '../refrigerant/properties';
import { MACHINE } from './machine';
import type { March } from './march';

/** Mean density of what boils or condenses from one quality to another, kg/m³, by Zivi's (1964) void fraction. */
function twoPhaseDensity(liquid: number, vapour: number, from: number, to: number): number {
  const a0 = (vapour / liquid) ** (2 / 3);
  const c = 1 - a0;
  const integral = (x: number) => x / c - (a0 / (c * c)) * Math.log(a0 + c * x);
  const share = Math.abs(to - from) < 1e-9 ? from / (a0 + c * from) : (integral(to) - integral(from)) / (to - from);
  return liquid + (vapour - liquid) * share;
}

/** Refrigerant that a machine holds in the state of its last pass, kg. */
export function chargeHeld(march: March): number {
  const { fit, condensingC: tc, evaporatingC: te, suctionKPa, condensingKPa } = march;
  const condensed = liquidDensity(fit, tc);
  const hot = vapourDensity(fit, condensingKPa, tc);
  const cooled = liquidDensity(fit, march.liquidC);
  const condenser =
    march.gasShare * hot +
    march.condensingShare * twoPhaseDensity(condensed, hot, march.outletQuality, 1) +
    (march.liquidShare * (cooled + condensed)) / 2;
  const boiling = liquidDensity(fit, te);
  const cold = vapourDensity(fit, suctionKPa, te);
  const latent = latentHeat(fit, te);
  const inlet = (march.liquidEnthalpy - liquidEnthalpy(fit, te)) / latent;
  const outlet = Math.min(1, (march.suctionEnthalpy - liquidEnthalpy(fit, te)) / latent);
  const wetted = Math.min(march.wetted, 1);
  const evaporator = wetted * twoPhaseDensity(boiling, cold, inlet, outlet) + (1 - wetted) * cold;
  const suction = vapourDensity(fit, suctionKPa, te + Math.max(march.superheatK, 0));
  const line = march.outletQuality > 0 ? twoPhaseDensity(condensed, hot, march.outletQuality, march.outletQuality) : cooled;
  return (
    march.size *
    ((MACHINE.condenserL * condenser + MACHINE.evaporatorL * evaporator + MACHINE.liquidLineL * line + MACHINE.suctionL * suction) / 1000 +
      MACHINE.shellKg * (1 - outlet))
  );
}
