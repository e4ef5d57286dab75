import { guidePages } from './season.ts';
import { explained, TERMS } from './terms.ts';

/** The glossary in Markdown. */
function glossaryPage(): string {
  const terms = TERMS.map(explained).map(({ name, means }) => `**${name}.** ${means}\n`);
  return `# Glossary\n\nFrom the catalogue by which the app explains its terms (\`words/glossary.ts\`); \`npm run pages\` writes this page.\n\n${terms.join('\n')}`;
}

/** Pages of the documentation that say what the app says, by their path within docs/. */
export function pages(): Record<string, string> {
  const guide = Object.entries(guidePages()).map(([file, text]) => [`guide/${file}`, text]);
  return { 'glossary.md': glossaryPage(), ...Object.fromEntries(guide) };
}
