/** The names by which this server is called: those of the loopback address. Names are the same in capitals. */
export const isOwnHost = (host: string | undefined): boolean =>
  /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/i.test(host ?? '');
