export { type Numbered, numbersAt, type Pin, pinAt, pinIsGone, pinKey, pinSchema } from './pin';
export { type WrittenRemark, withRemarks } from './written';
