package app.vineparcel.web.work;

import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;

/** Who this process is among those that work, and whether others of this machine still live. */
final class ThisProcess {

    private static final long PID = ProcessHandle.current().pid();
    /** ms by which processes may differ about when one began: the system tells it against its own start, to the second. */
    private static final long SLACK = 5_000;

    private static final String MACHINE = machine();
    /** Machine, number and start, since numbers are given anew. */
    static final String NAME = "%s %d %s".formatted(MACHINE, PID, started(ProcessHandle.current()));

    private ThisProcess() {}

    static long pid() {
        return PID;
    }

    /** As people call the machine. */
    static String host() {
        try {
            return InetAddress.getLocalHost().getHostName();
        } catch (UnknownHostException nameless) {
            return "this machine";
        }
    }

    /** Whether a process of that name was of this machine and is no more; of other machines one cannot know. */
    static boolean isDead(String name) {
        String[] parts = name.split(" ");
        if (parts.length != 3 || !parts[0].equals(MACHINE) || name.equals(NAME)) {
            return false;
        }
        try {
            long began = Long.parseLong(parts[2]);
            return ProcessHandle.of(Long.parseLong(parts[1]))
                    .filter(ProcessHandle::isAlive)
                    .filter(process -> Math.abs(started(process) - began) < SLACK)
                    .isEmpty();
        } catch (NumberFormatException other) {
            return false;
        }
    }

    private static long started(ProcessHandle process) {
        return process.info().startInstant().map(Instant::toEpochMilli).orElse(0L);
    }

    /** The same for processes that can see each other: a machine since it was last started, and its view of processes. */
    private static String machine() {
        try {
            String boot =
                    Files.readString(Path.of("/proc/sys/kernel/random/boot_id")).strip();
            String view = Files.readSymbolicLink(Path.of("/proc/self/ns/pid")).toString();
            return word(boot + view);
        } catch (IOException elsewhere) {
            return word(host());
        }
    }

    /** Short, since the queue keeps 50 letters of a name. */
    private static String word(String machine) {
        return FileContent.sum(machine.getBytes(StandardCharsets.UTF_8)).substring(0, 12);
    }
}
