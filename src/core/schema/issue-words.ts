import { z } from 'zod';

/** What is expected, in words. */
const KINDS: Record<string, string> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'on or off',
  array: 'a list',
  object: 'a group of values',
  record: 'a group of values',
};

const limit = (value: unknown) => String(value);

type Issue = z.core.$ZodRawIssue;

/** What is wrong with a value, in our words: used wherever a schema has none of its own. */
const inWords = (issue: Issue): string => {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined ? 'Something is missing here.' : `Here should be ${KINDS[issue.expected] ?? 'something else'}.`;
    case 'too_big':
      return issue.origin === 'string' || issue.origin === 'array'
        ? `This is too long: at most ${limit(issue.maximum)}.`
        : `This is too large: at most ${limit(issue.maximum)}.`;
    case 'too_small':
      return issue.origin === 'string' || issue.origin === 'array'
        ? `This is too short: at least ${limit(issue.minimum)}.`
        : `This is too small: at least ${limit(issue.minimum)}.`;
    case 'invalid_value':
      return `Here should be one of ${issue.values.map(String).join(', ')}.`;
    default:
      return 'This is not what it should be.';
  }
};

z.config({ customError: inWords });
