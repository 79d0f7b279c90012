/** The functions of psychrolib that the tests compare with; SI units, pressures Pa, enthalpies J/kg. */
declare module "psychrolib" {
  interface Psychrometrics {
    SI: number;
    SetUnitSystem(system: number): void;
    GetSatVapPres(temperatureC: number): number;
    GetHumRatioFromRelHum(temperatureC: number, relativeHumidity: number, pressurePa: number): number;
    GetMoistAirEnthalpy(temperatureC: number, humidityRatio: number): number;
    GetSatAirEnthalpy(temperatureC: number, pressurePa: number): number;
  }
  const psychrometrics: Psychrometrics;
  export default psychrometrics;
}
