export { normals, uniforms } from './uniforms';
