import { subject } from './subject.ts';

export const say = subject('listTools', {
  findList: 'Find in this list',
  whatToLookFor: 'code, species, lot or place',
  by: 'by',
  grouped: 'grouped',
  all: '{{count}} in all',
  of: '{{shown}} of {{count}}',
  nextDue: 'next due',
  noPlace: 'in no place',
  bagCode: 'bag code',
  species: 'species',
  place: 'place',
  notAll: 'not at all',
  bySpecies: 'by species',
  byPlace: 'by place',
  nothingFound: 'Nothing here has “{{find}}” in its code, species, lot or place.',
  commonOrScientificName: 'common or scientific name',
  addWithGenus: 'Add <b>{{name}}</b>, with the genus <i>{{genus}}</i> ({{called}}) as stand-in',
  findOutWhatItNeeds: 'Find out what “{{name}}” needs',
  nothingLike: 'The handbook has nothing like “{{query}}”.',
});
