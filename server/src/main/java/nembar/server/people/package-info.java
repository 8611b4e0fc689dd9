/**
 * The list of people, the sheet of one, and what is done to them. Begin with {@link
 * nembar.server.people.PeopleList}, {@link nembar.server.people.PersonSheets} and {@link
 * nembar.server.people.PersonActs}.
 */
package nembar.server.people;
