/** A message as it is, without what would be put into it. */
export default (message: string): string => message;
