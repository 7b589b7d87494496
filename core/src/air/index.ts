export { coilDrop, compareDrops } from './drop';
