# frozen_string_literal: true

require_relative "../support/committed_case"
require_relative "../support/chain_helpers"

# Whatever was altered behind the application's back, and into whatever: verifying ends, in words.
class VerifyWhateverTest < CommittedCase
  include ChainHelpers

  TEXTS = ["", "{", "null", "[]", "{\"a\":", "\u{1F600}" * 3, "9" * 60, "2026-13-40"].freeze
  TABLES = %i[statements signatures documents judgements measurements findings analyses recordings channels chunks
              source_files source_file_chunks instrument_checks check_points conclusions conclusion_signatures
              conclusion_papers chain_seals row_seals events overrides certificates].freeze

  def setup
    made = lot(name: "Sealed")
    [820, 905, 870].each do |peak|
      judge(import(made, log_text(peak_newtons: peak), name: "#{peak}.csv"), "break", failed_part: "specimen")
    end
    Actions::CountersignStatement.call(statement_id: (signed = sign(made)).id, sha256: signed.sha256,
                                       person_id: reviewer.id)
    keep_check(cell("C-9"), at: Time.now.floor - DAY)
  end

  def columns(table)
    owner = OwnerDatabase.connection
    owner.schema(table).filter_map do |name, row|
      name if %i[string blob].include?(row[:type]) && !row[:db_type].start_with?("enum")
    end
  end

  def verified(said)
    found = Actions::Verify::Evidence.call
    assert_equal Actions::Verify::Evidence::PARTS.size, found.size, said
    found.each { |part| assert_operator part.in_words.size, :>, 10, said }
    found.reject(&:sound?)
  rescue StandardError => e
    flunk "#{said}: #{e.class} #{e.message[0, 200]}\n#{e.backtrace.first(5).join("\n")}"
  end

  def test_it_ends_in_words
    owner = OwnerDatabase.connection
    seen = Hash.new(0)
    TABLES.product([nil]).flat_map do |table, _|
      columns(table).map do |column|
        [table, column]
      end
    end.each_with_index do |(table, column), i|
      text = TEXTS[i % TEXTS.size]
      before = owner[table].select(:id, column).order(:id).first if owner.schema(table).to_h.key?(:id)
      next if before.nil?

      begin
        owner[table].where(id: before[:id]).update(column => text)
      rescue Sequel::DatabaseError
        next # the column itself refuses it
      end
      seen[verified("#{table}.#{column} = #{text.inspect}").any?] += 1
      value = before[column]
      owner[table].where(id: before[:id]).update(column => value.is_a?(Sequel::SQL::Blob) ? Sequel.blob(value) : value)
    end

    assert_operator seen[true], :>, 15
    assert_empty verified("put right again").map(&:in_words)
  end
end
