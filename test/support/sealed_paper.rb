# frozen_string_literal: true

require "prawn"

# A small PDF with the seal of a made-up installation under it.
module SealedPaper
  PaperSeal = MildAnvil::Core::Seal::PaperSeal
  Sealed = MildAnvil::Core::Seal::Sealed
  KEY = OpenSSL::PKey.generate_key("ED25519")
  ABOUT = { kind: "paper", version: 1, what: "statement", uid: "01M8S87EQZ5DMG36ZBHX8BMETJ", number: 2, name: "Loop",
            standing: "", laboratory: "Weir Laboratory", drawn_at: "2026-12-01T09:00:00Z",
            hands: [{ name: "Maren Ruiz", roles: %w[technician], meaning: "rated",
                      at: "2026-12-01T08:59:00Z" }] }.freeze

  def pdf = Prawn::Document.new { text "Minimum 7.4 kN" }.render.b

  def sealed_pdf(key: KEY, **more)
    PaperSeal.append(pdf, ABOUT.merge(more)) { |said| Sealed.make(JSON.generate(said), key) }
  end

  # @return [String] with one byte changed
  def changed(bytes, at) = bytes.dup.tap { |other| other.setbyte(at, other.getbyte(at) ^ 1) }
end
