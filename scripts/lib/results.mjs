// What test runners say of their tests, in the form of their JSON reports.
import { root } from './run.mjs';

/** The first lines of what a failure says. */
const shortly = (message = '') => message.split('\n').slice(0, 4).join('\n  ');
const inProject = (file) => file.replace(root, '');

export const failuresOfVitest = ({ testResults }) =>
  testResults.flatMap(({ name, message, assertionResults }) => [
    ...assertionResults
      .filter(({ status }) => status === 'failed')
      .map(({ fullName, failureMessages }) => `${name} › ${fullName}\n  ${shortly(failureMessages[0])}`),
    ...(assertionResults.length === 0 && message ? [`${name}\n  ${shortly(message)}`] : []),
  ]);

export const failuresOfPlaywright = ({ file, specs = [], suites = [] }) => [
  ...specs
    .filter(({ ok }) => !ok)
    .map(
      ({ title, line, tests }) => `${file}:${line} › ${title}\n  ${shortly(tests[0]?.results.at(-1)?.error?.message)}`,
    ),
  ...suites.flatMap(failuresOfPlaywright),
];

/** Tests with the time that each took, in seconds. */
export const testsOfVitest = ({ testResults }) =>
  testResults.flatMap(({ name, assertionResults }) =>
    assertionResults.map(({ fullName, duration = 0 }) => ({
      name: `${inProject(name)} › ${fullName}`,
      seconds: duration / 1_000,
    })),
  );
export const testsOfPlaywright = ({ file, specs = [], suites = [] }) => [
  ...specs.map(({ title, line, tests }) => ({
    name: `${file}:${line} › ${title}`,
    seconds: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0) / 1_000,
  })),
  ...suites.flatMap(testsOfPlaywright),
];

/** The slowest tests, a line each. */
export const slowest = (tests, most) =>
  tests
    .toSorted((a, b) => b.seconds - a.seconds)
    .slice(0, most)
    .map(({ name, seconds }) => `${seconds.toFixed(1).padStart(7)} s  ${name}`)
    .join('\n');
