using AmpleLantern.Core.Bodies.Figure;
using Org.BouncyCastle.Bcpg;
using Org.BouncyCastle.Bcpg.OpenPgp;
using Org.BouncyCastle.Security;

namespace AmpleLantern.Data.Keeping;

/// <summary>
/// A copy under a passphrase: an OpenPGP message (RFC 4880: AES-256, passphrase stretched by iterated SHA-256, integrity protected), so
/// that any OpenPGP program opens it too, and nobody depends on this one for getting at their records.
/// </summary>
public static class SealedCopy
{
    /// <summary>The largest count the standard's one octet says: 65 million octets are hashed for every guess.</summary>
    private const int Stretch = 0xFF;

    private const int Chunk = 1 << 16;

    public static void Write(string plain, string sealedFile, string passphrase)
    {
        var encrypt = new PgpEncryptedDataGenerator(SymmetricKeyAlgorithmTag.Aes256, withIntegrityPacket: true, new SecureRandom());
        encrypt.AddMethodUtf8(passphrase.ToCharArray(), HashAlgorithmTag.Sha256, Stretch);
        using var file = File.Create(sealedFile);
        using var outer = encrypt.Open(file, new byte[Chunk]);
        using var inner = new PgpLiteralDataGenerator().Open(
            outer,
            PgpLiteralData.Binary,
            Database.FileName,
            DateTime.UnixEpoch,
            new byte[Chunk]
        );
        using var source = File.OpenRead(plain);
        source.CopyTo(inner);
    }

    /// <summary>Writes a copy as plain database, whether it was sealed or not.</summary>
    /// <exception cref="DataException">It is sealed and the passphrase is missing or wrong, or it was cut off or tampered with.</exception>
    public static void Open(string file, string plain, string? passphrase)
    {
        if (!File.Exists(file))
        {
            throw new DataException($"There is no file '{file}'. Check the name.");
        }

        if (!IsSealed(file))
        {
            File.Copy(file, plain);
            return;
        }

        if (passphrase is null)
        {
            throw new DataException($"'{file}' is encrypted. Give the passphrase with --passphrase-file FILE.");
        }

        try
        {
            using var stream = File.OpenRead(file);
            var list = (PgpEncryptedDataList)new PgpObjectFactory(stream).NextPgpObject();
            var data = (PgpPbeEncryptedData)list[0];
            using var clear = data.GetDataStreamUtf8(passphrase.ToCharArray());
            using (var source = ((PgpLiteralData)new PgpObjectFactory(clear).NextPgpObject()).GetInputStream())
            using (var target = File.Create(plain))
            {
                source.CopyTo(target);
            }

            if (!data.Verify())
            {
                throw new DataException($"'{file}' was changed after it was written. Use another copy.");
            }
        }
        catch (Exception e)
            when (e is PgpException or InvalidCastException or IOException and not FileNotFoundException && !DataFaults.IsFull(e))
        {
            throw new DataException(
                $"'{file}' cannot be opened with this passphrase, or it is cut off. Check the passphrase, then try another copy."
            );
        }
    }

    /// <summary>The first octet of an OpenPGP packet has its highest bit set; that of a database has not.</summary>
    private static bool IsSealed(string file)
    {
        using var stream = File.OpenRead(file);
        return stream.ReadByte() is var first and > 0x7F;
    }
}
