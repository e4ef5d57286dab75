import { subject } from './subject.ts';

/** A nursery's own containers, as they are measured under Places. */
export const say = subject('containers', {
  ownContainers: 'Own containers',
  ownContainersMean:
    'Pots, trays and cells that are not in the list when you sow. Measure the inside of the top and the depth; the volume is what mix goes in. What is sown into them is counted by these measures.',
  container: 'container {{at}}',
  name: 'Name',
  shape: 'What it is',
  length: 'Length, mm',
  width: 'Width, mm',
  depth: 'Depth, mm',
  volume: 'Holds, mL',
  perTray: 'In a tray of 540 × 280 mm',
  cellsShape: 'cells of a tray',
  openShape: 'open tray or flat',
  potShape: 'pot',
  blockShape: 'soil block',
  bagShape: 'bag or sleeve',
  remove: 'Remove',
  removeContainer: 'Remove {{name}}',
  addContainer: 'Add a container',
  save: 'Save',
  saved: 'Saved.',
});
