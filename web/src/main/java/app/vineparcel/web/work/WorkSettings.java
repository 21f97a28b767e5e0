package app.vineparcel.web.work;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How work is shared out.
 *
 * @param role what this process does
 * @param heartbeat how often a process says that it lives; after nine that are missing its work is another's
 * @param poll how often a process looks for work that another one queued
 * @param retry the first pause before a destination that takes no files is tried again; each further one is twice as long
 */
@ConfigurationProperties("vine-parcel.work")
public record WorkSettings(
        @DefaultValue("all") Role role,
        @DefaultValue("PT4S") Duration heartbeat,
        @DefaultValue("PT0.3S") Duration poll,
        @DefaultValue("PT5S") Duration retry) {}
