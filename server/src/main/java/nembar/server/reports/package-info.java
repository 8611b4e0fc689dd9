/**
 * Reports that auditors ask for (docs/reports.md): each one table, on the screen by pages, as a
 * file, or printed. A kind of report is a {@link nembar.server.reports.Report}; start there.
 */
package nembar.server.reports;
