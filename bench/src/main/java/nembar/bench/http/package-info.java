/**
 * The running server, asked over HTTP: {@code ./nembar bench http}. Start at {@link
 * nembar.bench.http.HttpBenchmark}.
 */
package nembar.bench.http;
