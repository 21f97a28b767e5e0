package app.vineparcel.web.printing;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppOutputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Types;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Sends PDF jobs to a printer by IPP over HTTP (RFC 8010, RFC 8011). */
@Component
class PrintClient {

    private final HttpClient client =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();

    /**
     * Prints a document and returns the printer's number of the job.
     *
     * @param printer an {@code ipp:} address
     * @throws ProblemException if the printer cannot be reached or does not take it
     */
    int print(URI printer, String name, Path pdf) throws ProblemException {
        try {
            IppPacket job = IppPacket.printJob(printer)
                    .putOperationAttributes(Types.jobName.of(name), Types.documentFormat.of("application/pdf"))
                    .build();
            ByteArrayOutputStream body = new ByteArrayOutputStream();
            new IppOutputStream(body).write(job);
            Files.copy(pdf, body);
            HttpRequest request = HttpRequest.newBuilder(http(printer))
                    .timeout(Duration.ofMinutes(2))
                    .header("Content-Type", "application/ipp")
                    .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))
                    .build();
            HttpResponse<byte[]> answer = client.send(request, HttpResponse.BodyHandlers.ofByteArray());
            if (answer.statusCode() != 200) {
                throw refused(name, "The printer answers with HTTP %d.".formatted(answer.statusCode()));
            }
            IppPacket response = new IppInputStream(new ByteArrayInputStream(answer.body())).readPacket();
            if (response.getStatus().getCode() >= 0x0100) {
                throw refused(
                        name,
                        "The printer does not take it: %s."
                                .formatted(response.getStatus().getName()));
            }
            Integer number = response.getValue(Tag.jobAttributes, Types.jobId);
            return number == null ? 0 : number;
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            name, "The printer cannot be reached.", "Look whether it is on, and at its address."),
                    e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ProblemException(new Problem.CannotWrite(name, "Printing was broken off.", "Print it again."), e);
        }
    }

    private static ProblemException refused(String name, String reason) {
        return new ProblemException(new Problem.CannotWrite(name, reason, "Choose another printer, or make a PDF."));
    }

    private static URI http(URI printer) {
        int port = printer.getPort() < 0 ? 631 : printer.getPort();
        return URI.create("http://%s:%d%s".formatted(printer.getHost(), port, printer.getPath()));
    }
}
