import { registry } from '../units';
import cloth from './cloth/product.json';
import paper from './paper/product.json';
import type { Product } from './product';
import screen from './screen/product.json';
import wallcovering from './wallcovering/product.json';

/** Everything that can be printed on: each is one folder and one line here. The first stands for one that is not known. */
const PRODUCTS: readonly Product[] = [cloth, wallcovering, paper, screen];

export const products = registry(PRODUCTS, (p) => [p.id]);

/** The product of a name; the first where there is none of it. */
export const productOf = (id: string): Product => products.of(id) ?? PRODUCTS[0];
