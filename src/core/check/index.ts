/** What is wrong with a profile, or that it is sound (docs/glossary.md). */
export { check, type Checked, firstProblem, isSound, mustBeSound, Problems, retimed, type Sound } from './check';
