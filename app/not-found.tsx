export { NotHere as default } from '../features/app-shell/not-here';
