/** A request that is not carried out, and changes nothing; the text goes to the person. */
export class Refused extends Error {}
