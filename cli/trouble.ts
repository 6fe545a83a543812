/** Something that the person at the shell has to mend; told in one line, exit code 1. */
export class Trouble extends Error {}
