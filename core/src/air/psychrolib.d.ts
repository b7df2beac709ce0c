/** What the tests ask of the library; it ships no types. Temperatures in °C, humidity as a fraction, pressures in Pa. */
declare module 'psychrolib' {
  const library: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetSatVapPres(celsius: number): number;
    GetVapPresFromRelHum(celsius: number, humidity: number): number;
    GetTDewPointFromRelHum(celsius: number, humidity: number): number;
    GetHumRatioFromRelHum(celsius: number, humidity: number, pressure: number): number;
  };
  export default library;
}
