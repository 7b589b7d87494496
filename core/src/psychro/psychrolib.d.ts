/** Only what is used of it; SI throughout: °C, Pa, J/kg dry air, kg/kg, m³/kg. */
declare module 'psychrolib' {
  interface PsychroLib {
    readonly SI: 2;
    SetUnitSystem(system: 2): void;
    GetHumRatioFromTWetBulb(dryBulbC: number, wetBulbC: number, pressurePa: number): number;
    GetHumRatioFromRelHum(dryBulbC: number, share: number, pressurePa: number): number;
    GetRelHumFromHumRatio(dryBulbC: number, humRatio: number, pressurePa: number): number;
    GetTWetBulbFromHumRatio(dryBulbC: number, humRatio: number, pressurePa: number): number;
    GetTDewPointFromHumRatio(dryBulbC: number, humRatio: number, pressurePa: number): number;
    GetSatAirEnthalpy(dryBulbC: number, pressurePa: number): number;
    GetSatHumRatio(dryBulbC: number, pressurePa: number): number;
    GetMoistAirEnthalpy(dryBulbC: number, humRatio: number): number;
    GetTDryBulbFromEnthalpyAndHumRatio(enthalpy: number, humRatio: number): number;
    GetMoistAirVolume(dryBulbC: number, humRatio: number, pressurePa: number): number;
    GetDryAirDensity(dryBulbC: number, pressurePa: number): number;
  }
  const psychrolib: PsychroLib;
  export default psychrolib;
}
