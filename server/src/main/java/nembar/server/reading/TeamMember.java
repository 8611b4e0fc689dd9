package nembar.server.reading;

/**
 * Somebody in a team, as a source has it.
 *
 * @param person what the source knows them by
 * @param team the team's name there
 */
record TeamMember(String person, String team) {}
