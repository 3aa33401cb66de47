/** All of the kinds, and what reads lists: fetched by screens that need it. Others do with `kindOnPage`. */
export { kindOf } from '../../core/kinds';
export { readList } from '../../core/read';
