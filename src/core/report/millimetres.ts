/** Pictures in letters are measured in px of 1/96 inch, pages in mm. */
export const MM_PER_PX = 25.4 / 96;
