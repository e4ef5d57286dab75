import { subject } from './subject.ts';

export const say = subject('guide', {
  guide: 'A first season',
  lead: 'Nine pages for somebody who has never done it, in the order in which things happen.',
  show: 'Open it',
  next: 'Next: {{title}}',
  picture: 'What it looks like, in the demo nursery',
  seeds: 'Add your seed',
  seedsDo:
    'Open Seeds and add a lot: the species, where the seed came from, and how many there are. Write the number as you have it: 280, about 300, 2 g, 1/4 oz or a packet. Count or weigh later.',
  seedsKnow:
    'If you cut ten seeds open, enter how many were firm and white. If the packet gives a percentage, enter that. With neither, leave the field empty: Chill uses the usual figure for the species and your tests of other lots, and gives a range.',
  seedsAlso: 'If the plants stood in the cold before you gathered the seed, say so: those weeks count.',
  plan: 'Choose a method',
  planDo: 'Open Plan and complete the sentence: how many plants, of which lot, by when, and how sure you want to be.',
  planKnow:
    'Chill compares every method that suits the seed, the best first: when to start, how many seeds, how many plants to expect, and what speaks against it here. Open a method to see its days.',
  planAlso:
    'Take the first one unless you have a reason not to. Press “Make this batch”: the batch gets a bag code. A batch that you do not start after all is withdrawn on its page: seed and code go back. Has seed come late in the winter? “What can still be ready this spring?” goes over all your lots.',
  label: 'Label the bag first',
  labelDo:
    'Most losses are bags without a label and bags thrown out by somebody else. Print the label, or copy it in pencil, before you fill the bag.',
  labelKnow:
    'The bag code has a check in it: if one character is misread, Chill notices. The square on the label opens the bag’s page on a phone that can reach Chill; the page of labels says where it cannot.',
  labelAlso: 'Write “not food” on everything that goes into a kitchen fridge, and keep it away from children and animals.',
  treat: 'Treat the seed',
  treatDo:
    'Hard coats are filed or scalded, some seed is soaked, some is smoked. Open Treat on the day: each step shows how much water, how hot, how long, and the cautions that belong to it.',
  treatKnow: 'Start the timer when the seed is in. It goes on when you close the page or switch the phone off.',
  treatAlso: 'After a soak of hard-coated seed, count how many swelled. The others can be filed again and go round once more.',
  round: 'Walk the round',
  roundDo:
    'Once a day, or when the number beside Round is not zero, open Round and walk past the bags in the order in which they are listed.',
  roundKnow:
    'If everything is damp, without mould and without roots, one press on “As usual” records it. Otherwise record what you see. Take out every mouldy seed at once: one infects the next.',
  roundAlso:
    'Did you record the wrong thing? Undo is beside it, and the batch’s history has Correct. If a bag is gone, say so on its page. If you would rather carry paper, print the sheet and type it in afterwards. If several of you look after the seed, name yourselves under Places, Who works when, and say on the round who is at work: each entry then has a name.',
  cold: 'Watch the cold',
  coldDo: 'Open Cold to see how much cold each batch has received, how much it needs, and its take-out day.',
  coldKnow:
    'Before that day, fewer seeds are ready. After it, more rot. Any day in the shaded take-out window costs at most 3 % of the best result, so there is no hurry within it.',
  coldAlso:
    'A thermometer in the fridge, read now and then, makes the days true. A fridge that is too warm, or freezes, is the commonest reason why a whole shelf fails.',
  warm: 'Lift the sprouts',
  warmDo: 'After the cold, seed goes onto a warm damp towel. Look every day or two and record how many germinated since the last time.',
  warmKnow: 'Pot each seed while its root is shorter than the seed itself: root down, just covered. Roots that grow into the paper tear.',
  warmAlso:
    'Chill says how many more to expect, and when hardly any more will come. Then stop, or wait some days more: Chill says how many may still come by then.',
  sow: 'Or sow it',
  sowDo:
    'Seed that is fine, plentiful or has a tap root is better sown than laid on a towel. Under Plan, open a method and choose “sown into mix”: Chill says which of the two suits this seed, and into what.',
  sowKnow:
    'On the day, Treat shows how much mix and water, how many seeds go into each cell, pot or flat, and how deep. Seed that needs light lies bare. Write every label before you fill the tray.',
  sowAlso:
    'Keep the surface damp until they are up: the round says when to look. Where several come up in one cell, keep the best. Those in a flat are pricked out on the day on which fewest are lost, and that is on the round too.',
  results: 'Plant out and learn',
  resultsDo:
    'Count losses in the pots each week. When frost is unlikely, harden the plants off over a week or two and plant them out; record how many, and the batch is closed.',
  resultsKnow:
    'Results shows where every seed of a batch went, under a bracket over as many plants as were promised. Nine in ten batches should end within it; the page “Is Chill right?” says whether they do.',
  resultsAlso:
    'The page “What is learned” shows how your own counts move the handbook’s figures, and new plans use them; one tap makes a figure your own, another forgets it. “Next year” says what to do differently, which trial is worth making, and where most was lost.',
});
