// Problems: bad data told as data. Knows nothing of where they are shown.
export { counted, problem, ProblemError, isProblem, type Problem } from './problem';
