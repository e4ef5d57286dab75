import { createHash } from 'node:crypto';
import { generaOf } from '@chill/core/cue/fromProfile.ts';
import { hazardsOf } from '@chill/core/lot/cautions.ts';
import { findMethod } from '@chill/core/methods/schools.ts';
import { loadGenera, loadHandbook, loadHazards } from '@chill/handbook/load.ts';
import type { Genus } from '@chill/model/genus.ts';
import type { Species, TaxonHazards } from '@chill/model/species.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import type { Store } from '../store/store.ts';

/** A text with a tag that changes when it does. */
function tagged(text: string): { text: string; tag: string } {
  return { text, tag: `"${createHash('sha256').update(text).digest('base64url').slice(0, 16)}"` };
}

/** The handbook as this nursery has it: the built-in species as shipped, and its own beside them. */
export class NurseryHandbook {
  readonly #builtIn: readonly Species[] = loadHandbook();
  readonly #usual: readonly Genus[] = loadGenera();
  /** What stands in for a species that the handbook has not, genus by genus. */
  readonly genera: readonly Genus[] = [...this.#usual, ...generaOf(this.#builtIn, this.#usual)];
  /** The same as JSON, with a tag. */
  readonly writtenGenera = tagged(JSON.stringify(this.genera));
  readonly #taxa = loadHazards();
  #own: readonly Species[] = [];
  #written = tagged('[]');

  constructor() {
    this.#rewrite();
  }

  /** Reads the nursery's own species from its store. */
  async open(store: Store): Promise<void> {
    this.#keep((await store.ownSpecies()).map((species) => this.#warned(species)));
  }

  /** Own entries warn of what their genus or family is known for; where nothing is known, of that. */
  #warned(species: Species): Species {
    // One harmless species says nothing of its genus: a stand-in that names no harm does not count as knowing it.
    const genera = this.genera.filter(({ madeFrom, hazards }) => !madeFrom || hazards.length > 0);
    return { ...species, hazards: hazardsOf(species, { genera, taxa: this.#taxa }) };
  }

  #keep(own: readonly Species[]): void {
    this.#own = [...own].sort((a, b) => (a.id < b.id ? -1 : 1));
    this.#rewrite();
  }

  /** What is known of harm in genera and families. */
  get taxa(): readonly TaxonHazards[] {
    return this.#taxa;
  }

  /** Every species; the nursery's own come last. */
  all(): readonly Species[] {
    return [...this.#builtIn, ...this.#own];
  }

  find(id: string): Species | undefined {
    return this.all().find((species) => species.id === id);
  }

  /** Whether a species has a method of that id, in the handbook or by its school. */
  knows(speciesId: string, methodId: string): boolean {
    const species = this.find(speciesId);
    return species !== undefined && findMethod(species, methodId) !== undefined;
  }

  /** The whole of it as JSON, with a tag that changes when it does. */
  written(): { text: string; tag: string } {
    return this.#written;
  }

  /**
   * Adds or changes an own species.
   * @throws {Fault} where it would take the place of a built-in one.
   */
  async save(store: Store, species: Species): Promise<Species> {
    if (this.#builtIn.some(({ id }) => id === species.id)) throw Fault.field('id', say('shippedIdStays'));
    const own: Species = { ...species, standsFor: species.standsFor ?? 'own' };
    await store.saveOwnSpecies(own);
    const warned = this.#warned(own);
    this.#keep([...this.#own.filter(({ id }) => id !== own.id), warned]);
    return warned;
  }

  /** Takes an own species out again. */
  async remove(store: Store, id: string): Promise<void> {
    if (!this.#own.some((species) => species.id === id)) throw Fault.notFound(say('noSuchOwnSpecies'));
    await store.removeOwnSpecies(id);
    this.#keep(this.#own.filter((species) => species.id !== id));
  }

  #rewrite(): void {
    this.#written = tagged(JSON.stringify(this.all()));
  }
}
