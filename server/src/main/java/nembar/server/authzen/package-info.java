/**
 * Decisions for other programs, by the open standard OpenID AuthZEN Authorization API 1.0. Start at
 * {@link nembar.server.authzen.EvaluationController}. How a program signs in is in {@code
 * nembar.server.session}.
 */
package nembar.server.authzen;
