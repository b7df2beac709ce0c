/** A value with its standard error, in whatever unit the value has. */
export interface Uncertain {
  value: number;
  sd: number;
}
