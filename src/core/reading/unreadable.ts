/**
 * What came from outside and cannot be read: a file, an image, bytes on a cable. One kind of error for all of them, so that
 * whoever stands where input enters catches this and nothing else.
 */

export class Unreadable extends Error {
  /**
   * @param place where in the input: a JSON path, `line 3`, `byte 12`, or `the whole file`
   * @param reason a sentence without its full stop
   */
  constructor(
    readonly place: string,
    readonly reason: string,
  ) {
    super(`${place}: ${reason}`);
  }
}
