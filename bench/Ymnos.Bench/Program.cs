using Ymnos.Bench;

// bench/run calls these in turn; each prints its own table.
return args switch
{
    ["layout"] => Layout.Run(),
    ["fill", var connection, var songs] => await Finding.FillAsync(connection, int.Parse(songs, System.Globalization.CultureInfo.InvariantCulture)),
    ["find", var connection, var url] => await Finding.RunAsync(connection, url),
    ["import", var url, var files] => await Importing.RunAsync(url, int.Parse(files, System.Globalization.CultureInfo.InvariantCulture)),
    ["pages", var connection, var url] => await PageTimes.RunAsync(connection, url),
    _ => Usage(),
};

static int Usage()
{
    Console.Error.WriteLine("layout | fill CONNECTION SONGS | find CONNECTION URL | import URL FILES | pages CONNECTION URL — or bench/run for all of it");
    return 2;
}
