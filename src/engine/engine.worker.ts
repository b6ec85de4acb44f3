import { expose } from 'comlink';
import { services } from './services';

expose(services);
