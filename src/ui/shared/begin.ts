/** Said in the address of a new chart with nothing in it: its first line is opened, ready to be written. */
export const BEGIN = '?begin';
