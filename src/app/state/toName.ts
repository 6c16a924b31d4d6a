/** The profile that was just made under a name that nobody chose: it is named where it is shown first. */
let madeId = '';

export const askForName = (profileId: string): void => {
  madeId = profileId;
};

/** Whether it is still to be named. */
export const isToName = (profileId: string): boolean => madeId === profileId;

/** It has its name, or keeps the one it was made with. */
export const isNamed = (): void => askForName('');
