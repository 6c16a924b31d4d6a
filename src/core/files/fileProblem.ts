/** A file that cannot be used: where in it, and why. The message is a sentence for the person who gave the file. */
export class FileProblem extends Error {
  constructor(
    readonly place: string,
    readonly reason: string,
  ) {
    super(`${place}: ${reason}`);
  }
}
