/** The library brings no types: what of it is used. */
declare module 'datapackage' {
  export interface Resource {
    name: string;
    read: (how: { keyed?: boolean; relations?: boolean }) => Promise<Record<string, unknown>[]>;
  }
  export class Package {
    static load(path: string): Promise<Package>;
    readonly errors: Error[];
    readonly resources: Resource[];
  }
}
