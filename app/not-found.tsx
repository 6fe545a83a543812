export { NotHere as default } from '../features/frame/not-here';
