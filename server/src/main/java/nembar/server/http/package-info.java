/**
 * What every request shares: errors as RFC 9457 problem details, the limit on bodies, the
 * interface's files, and the shape of the OpenAPI document. No feature lives here.
 */
package nembar.server.http;
