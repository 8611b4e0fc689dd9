/**
 * The demo world: Larkwater Barge Lines and its application Towline. The design is in the resource
 * files; {@link nembar.demo.RecordGenerator} makes the records. Nothing here is part of Nembar
 * itself.
 */
package nembar.demo;
