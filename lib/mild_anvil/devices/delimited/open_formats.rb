# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # What a file that is no text looks like, by its first bytes, and what to do with it.
      module OpenFormats
        SHEET = "Save the sheet that holds the readings as CSV"
        PICTURE = "A picture of a curve is no log: hand in the log, or add it as a photo"
        COLUMNS = "Write its channels out as CSV, one column a channel"
        # first bytes => [what it is, what to do]; the longest that fits counts
        HEADS = {
          "\x89HDF\r\n" => ["HDF5", COLUMNS], "CDF\x01" => ["NetCDF", COLUMNS], "CDF\x02" => ["NetCDF", COLUMNS],
          "PAR1" => ["Parquet", COLUMNS], "ARROW1" => ["Arrow", COLUMNS], "MDF     " => ["MDF", COLUMNS],
          "\x93NUMPY" => ["NumPy", COLUMNS], "SQLite format 3" => ["SQLite", COLUMNS],
          "RIFF" => ["WAV or another RIFF file", COLUMNS], "OggS" => ["Ogg", COLUMNS], "fLaC" => ["FLAC", COLUMNS],
          "%PDF" => ["PDF", "A paper holds pictures of figures: hand in the log that it was made from"],
          "\xD0\xCF\x11\xE0" => ["an old workbook (XLS)", SHEET],
          "\x89PNG" => ["a picture (PNG)", PICTURE],
          "\xFF\xD8\xFF" => ["a picture (JPEG)", PICTURE],
          "BZh" => ["bzip2", "Unpack it first"], "\xFD7zXZ" => ["xz", "Unpack it first"],
          "7z\xBC\xAF" => ["7z", "Unpack it first"], "\x28\xB5\x2F\xFD" => ["zstd", "Unpack it first"],
          "PK\x03\x04" => ["ZIP", "Unpack it first"]
        }.transform_keys(&:b).freeze
        # Within a ZIP file.
        PACKED = { %r{\[Content_Types\]\.xml|xl/} => ["a workbook (XLSX)", SHEET],
                   /opendocument\.spreadsheet/ => ["a workbook (ODS)", SHEET] }.freeze
        TEXT = "Export it from the logger as CSV or text"

        module_function

        # @param head [String] first bytes, binary
        # @return [Array(String, nil), Array(String, String)] what it looks like, nil if nothing known; what to do
        def looks_like(head)
          name, = HEADS.keys.sort_by { |key| -key.bytesize }.find { |key| head.start_with?(key) }
          return [nil, TEXT] if name.nil?

          packed = HEADS.fetch(name).first == "ZIP" && PACKED.find { |words, _| head.match?(words) }
          packed ? packed.last : HEADS.fetch(name)
        end

        # @return [String] a sentence for whoever handed it in
        def refusal(head)
          format, mend = looks_like(head)
          "This is binary, not text#{", and looks like #{format}" if format}: it cannot be read as a table. #{mend}"
        end
      end
    end
  end
end
