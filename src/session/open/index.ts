export { closeSession, type How, type Opened, openSession } from './open';
