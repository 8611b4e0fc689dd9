/**
 * Commands as they are submitted: looked at, executed, or kept for somebody whose approval they
 * take (docs/changes.md). Begin with {@link nembar.server.approval.Submissions}; what is kept is in
 * {@link nembar.server.approval.Approvals}.
 */
package nembar.server.approval;
