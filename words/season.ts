import { say } from './guide.ts';

/** The pages of the guide, in the order of a season: the picture of each among docs/screenshots, and the screen that it is about. */
export const GUIDE = [
  { page: 'seeds', picture: 'seeds', screen: '/seeds/new' },
  { page: 'plan', picture: 'plan', screen: '/plan' },
  { page: 'label', picture: 'labels', screen: '/labels' },
  { page: 'treat', picture: 'treat', screen: '/treat' },
  { page: 'round', picture: 'round', screen: '/' },
  { page: 'cold', picture: 'cold', screen: '/cold' },
  { page: 'warm', picture: 'warm', screen: '/warm' },
  { page: 'sow', picture: 'sow', screen: '/treat' },
  { page: 'results', picture: 'results', screen: '/results' },
] as const;
export type GuidePage = (typeof GUIDE)[number]['page'];

/** A page of the guide: what it is called, and its paragraphs, what to do first. */
export function guided(page: GuidePage): { title: string; says: string[] } {
  return { title: say(page), says: [say(`${page}Do`), say(`${page}Know`), say(`${page}Also`)] };
}

/** The guide as pages of documentation, in Markdown, by file name. */
export function guidePages(): Record<string, string> {
  const files = GUIDE.map(({ page }, i) => `${i + 1}-${page}.md`);
  const pages = GUIDE.map(({ page, picture }, i) => {
    const { title, says } = guided(page);
    const next = GUIDE[i + 1];
    const onward = next ? `[${say('next', { title: guided(next.page).title })}](${files[i + 1]})\n` : '';
    return [files[i], `# ${i + 1}. ${title}\n\n${says.join('\n\n')}\n\n![${say('picture')}](../screenshots/${picture}.png)\n\n${onward}`];
  });
  const list = GUIDE.map(({ page }, i) => `${i + 1}. [${guided(page).title}](${files[i]})`).join('\n');
  return { ...Object.fromEntries(pages), 'README.md': `# ${say('guide')}\n\n${say('lead')}\n\n${list}\n` };
}
