/**
 * What a move of people, or what they are given, would change, and making it so. Begin with {@link
 * nembar.server.moves.Moves}.
 */
package nembar.server.moves;
