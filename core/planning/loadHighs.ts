import asDeclared, { type Highs, type InitOptions } from 'highs';

/** Loads the solver's WebAssembly. The package's types are those of its CommonJS twin, whose default lies one level deeper than the module's. */
export const loadHighs = asDeclared as unknown as (options?: InitOptions) => Promise<Highs>;
