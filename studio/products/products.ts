import { type ListedProduct, productRoutes } from '@kineta/contract';
import { useMemo } from 'react';
import { useRoute } from '../shell/query.ts';

/** The things for sale, once they are wanted: undefined while they are not known. */
export function useProducts(wanted = true): readonly ListedProduct[] | undefined {
  return useRoute(productRoutes.list, {}, { wanted }).data?.products;
}

/** The same as visitors are told of them, by their references. */
export function useProductMap(wanted: boolean): ReadonlyMap<string, ListedProduct> | undefined {
  const products = useProducts(wanted);
  return useMemo(
    () => products && new Map(products.filter(({ gone }) => !gone).map(product => [product.ref, product])),
    [products],
  );
}

/** Those that fit what is typed, by their name or reference, those that begin with it first. */
export function productsFor(typed: string, products: readonly ListedProduct[]): ListedProduct[] {
  const words = typed.trim().toLowerCase();
  const fitting = products.filter(
    ({ name, ref, gone }) => !gone && (name.toLowerCase().includes(words) || ref.toLowerCase().includes(words)),
  );
  const begins = ({ name }: ListedProduct): number => (name.toLowerCase().startsWith(words) ? 0 : 1);
  return fitting.sort((one, other) => begins(one) - begins(other));
}
