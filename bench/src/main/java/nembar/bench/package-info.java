/**
 * Benchmarks at the size Nembar is made for: 10 000 people, and as many records as are asked for.
 */
package nembar.bench;
