# frozen_string_literal: true

require_relative "../test_helper"
require_relative "../support/sealed_paper"
require "tempfile"

# bin/anvil check-paper FILE.
class CheckPaperTest < CoreCase
  include SealedPaper

  def run_cli(bytes, *options)
    Tempfile.create(["paper", ".pdf"], binmode: true) do |file|
      file.write(bytes)
      file.flush
      out = StringIO.new
      err = StringIO.new
      status = MildAnvil::Cli::Main.new(out: out, err: err).run(["check-paper", file.path, *options])
      [status, out.string, err.string.sub(/\A\S+: /, "")]
    end
  end

  def test_a_genuine_one_is_told_with_whose_hand_and_key
    status, out, = run_cli(sealed_pdf)

    assert_equal 0, status
    assert_equal ["Genuine: statement 2, Loop", "  rated by Maren Ruiz (technician), 2026-12-01T08:59:00Z"],
                 out.lines(chomp: true).first(2)
    assert_includes out, "key #{Sealed.short(Sealed.fingerprint(KEY))}"
    assert_includes run_cli(sealed_pdf(standing: "superseded"))[1], "It was SUPERSEDED when this was drawn."
    assert_equal "Loop", JSON.parse(run_cli(sealed_pdf, "--json")[1])["name"]
  end

  def test_one_byte_and_it_is_not
    bytes = sealed_pdf
    assert_equal [1, "", "Not genuine: it was changed after it was signed\n"], run_cli(changed(bytes, 300))
    assert_equal [1, "", "Not genuine: there is no seal under it that can be read\n"], run_cli(pdf)
    assert_equal 1, run_cli(changed(bytes, bytes.index("MildAnvilSeal") + 90)).first
    assert_equal [1, "", "Not genuine: its seal is not one of a paper\n"], run_cli(sealed_pdf(kind: "package"))
    assert_equal 1, run_cli("").first
  end
end
