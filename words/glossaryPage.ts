import { explained, TERMS } from './terms.ts';

/** The glossary as a page of documentation, in Markdown. */
export function glossaryPage(): string {
  const terms = TERMS.map(explained).map(({ name, means }) => `**${name}.** ${means}\n`);
  return `# Glossary\n\nFrom the catalogue by which the app explains its terms (\`words/glossary.ts\`); \`npm run glossary\` writes this page.\n\n${terms.join('\n')}`;
}
