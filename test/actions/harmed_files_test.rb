# frozen_string_literal: true

require_relative "../support/store_case"

# A file that was harmed on its way is saved whole or not at all.
class HarmedFilesTest < StoreCase
  TABLES = %i[pulls recordings channels chunks analyses findings measurements source_files source_file_chunks
              specimens features events].freeze

  HARMS = {
    cut_off: ->(text, random) { text.byteslice(0, random.rand(text.bytesize)) },
    bytes: ->(text, random) { text.dup.tap { |t| 30.times { t.setbyte(random.rand(t.bytesize), random.rand(256)) } } },
    hole: ->(text, random) { text.dup.tap { |t| t[random.rand(t.bytesize), random.rand(900)] = "" } },
    shuffled: ->(text, random) { text.lines.shuffle(random: random).join },
    twice: ->(text, _) { text + text },
    nothing_but_zeros: ->(text, _) { text.gsub(/\d/, "0") },
    words: ->(text, random) { text.lines.map { |l| random.rand(30).zero? ? "remark of the operator\n" : l }.join }
  }.freeze

  def counts = TABLES.to_h { |table| [table, DATABASE[table].count] }

  HARMS.each do |name, harm|
    define_method("test_a_file_with_#{name}") do
      target = lot
      random = Random.new(11)
      8.times do |i|
        before = counts
        whole?(import(target, harm.call(log_text(peak_newtons: 700 + i).b, random), name: "#{name}_#{i}.csv"))
      rescue MildAnvil::InvalidInput, MildAnvil::Conflict => e
        assert_operator e.message.size, :>, 20
        assert_equal before, counts
      end
    end
  end

  # Every sample of every channel can be read back, and the file as it came.
  def whole?(pull)
    recording = pull.recording

    assert_operator recording.analysis.findings.size, :>, 1
    count = recording.sample_count
    recording.channels.each { |channel| assert_equal count, MildAnvil::Store::Samples.all(channel.id, count).size }
    assert_equal recording.source_file.sha256, OpenSSL::Digest::SHA256.hexdigest(recording.source_file.bytes)
  end
end
