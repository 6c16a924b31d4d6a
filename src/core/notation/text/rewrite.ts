export const rewriteText = (text: string): string => text;
