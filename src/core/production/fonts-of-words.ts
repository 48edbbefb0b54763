import type { FontRef } from '../outline/font-ref';
import type { Production } from './production';

/** Every font that words of a production are set in, as often as it is named. */
export const fontsOfWords = ({ marks }: Pick<Production, 'marks'>): FontRef[] =>
  marks.flatMap(({ body }) => (body.kind === 'words' ? [body.font, ...body.runs.flatMap(({ font }) => font ?? [])] : []));
