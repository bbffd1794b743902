# frozen_string_literal: true

require "tempfile"

# What reading and finding in a large file takes on top, in a process of its own: a stated multiple of the file.
class Memory
  MEGABYTES = 200
  STATED = 3.0

  def run
    file = Tempfile.new("bench")
    { "UTF-8" => nil, "UTF-16 with its mark" => "UTF-16LE" }.each do |name, encoding|
      written(file, encoding)
      megabytes = apart { found(file.path) }
      times = megabytes / (file.size / 1.0e6)
      Bench.say "reading #{file.size / 1_000_000} MB of #{name}",
                format("%d MB on top, %.1f x the file (stated: %g)", megabytes, times, STATED)
    end
  end

  private

  # Rows until the file has its size; a longer encoding has fewer.
  def written(file, encoding)
    file.truncate(0)
    file.rewind
    file.write(encoded("\uFEFF", encoding)) if encoding
    file.write(encoded("Time [s],Force [N],Travel [mm]\n", encoding))
    index = 0
    file.write(encoded(Array.new(5000) { row(index += 1) }.join, encoding)) while file.pos < MEGABYTES * 1_000_000
    file.flush
  end

  def row(index)
    format("%.4f,%.3f,%.4f\n", index * 0.001, [index * 0.002, 9000].min + (index % 7 * 0.01), index * 1e-5)
  end

  def encoded(text, encoding) = encoding ? text.encode(encoding).b : text

  def found(path)
    reader = MildAnvil::Devices::Delimited
    reading = reader::FileReader.read(reader::Source.file(path), name: "large.csv", units: MildAnvil::Catalogue.units)
    MildAnvil::Core::Curve::Analysis.new(reading.recording).findings
  end

  # @return [Integer] megabytes that the block took at its highest
  def apart
    reader, writer = IO.pipe
    pid = fork do
      GC.start
      before = Bench.megabytes("VmRSS")
      File.write("/proc/self/clear_refs", "5") # the highest so far is forgotten
      yield
      writer.write((Bench.peak_megabytes - before).to_s)
      exit!(0)
    end
    writer.close
    Process.wait(pid)
    reader.read.to_i
  end
end
