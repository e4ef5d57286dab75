/** Stands where the solver asks for Node's own way to load a file: in a browser it never comes to that. */
export function createRequire(): never {
  throw new Error('There is no Node here.');
}
