package app.vineparcel.web.printing;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
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
                throw refused(name, Text.of("printing.the-printer-answers-with", answer.statusCode()));
            }
            IppPacket response = new IppInputStream(new ByteArrayInputStream(answer.body())).readPacket();
            if (response.getStatus().getCode() >= 0x0100) {
                throw refused(
                        name,
                        Text.of(
                                "printing.the-printer-refused-it",
                                response.getStatus().getName()));
            }
            Integer number = response.getValue(Tag.jobAttributes, Types.jobId);
            return number == null ? 0 : number;
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            name, Text.of("printing.the-printer-cannot-be"), Text.of("printing.check-that-it-is")),
                    e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ProblemException(
                    new Problem.CannotWrite(
                            name, Text.of("printing.printing-was-interrupted"), Text.of("printing.print-it-again")),
                    e);
        }
    }

    private static ProblemException refused(String name, String reason) {
        return new ProblemException(
                new Problem.CannotWrite(name, reason, Text.of("printing.choose-another-printer-or")));
    }

    private static URI http(URI printer) {
        int port = printer.getPort() < 0 ? 631 : printer.getPort();
        return URI.create("http://%s:%d%s".formatted(printer.getHost(), port, printer.getPath()));
    }
}
