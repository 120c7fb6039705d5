/** The key that finds, anywhere. */
export const FIND_KEY = "F4";
