# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # A paper by the number that stands on it, or by the beginning of its hash.
      module Find
        M = Store::Models
        MOST = 8
        HASH = /\A\h{8,64}\z/
        # form of the number, what it is called, and the row that it means
        NUMBERS = [
          [/\A(\d{1,9})-(\d{1,6})\z/, "Statement", ->(lot, number) { M::Statement.first(lot_id: lot, number: number) }],
          [/\AC-(\d{1,9})-(\d{1,6})\z/i, "Conclusion",
           ->(job, number) { M::Conclusion.first(job_id: job, number: number) }],
          [/\ALT-(\d{1,9})-(\d{1,6})\z/i, "Report of a long test",
           ->(test, number) { M::LongReport.first(test_id: test, number: number) }],
          [/\ACH-(\d{1,9})\z/i, "Check record", ->(id) { M::InstrumentCheck[id] }],
          [/\AR-(\d{1,9})\z/i, "Report of a pull", ->(id) { M::Run[id] }]
        ].freeze
        CERTIFICATE = /\APC-\d{4}-\d{4}\z/i

        module_function

        # @param words [String]
        # @return [Array<Hash>] name, path
        def call(words)
          [*by_number(words), *certificate(words), *by_hash(words)].first(MOST)
        end

        def by_number(words)
          NUMBERS.filter_map do |form, name, row|
            numbers = form.match(words)&.captures&.map(&:to_i) or next
            found = row.call(*numbers)
            found && { name: "#{name} #{words.upcase}", path: Records.path(found.uid) }
          end
        end
        private_class_method :by_number

        def certificate(words)
          return [] unless CERTIFICATE.match?(words)

          M::ProofCertificate.where(number: words.upcase).all.map do |row|
            { name: "Proof certificate #{row.number}", path: Records.path(row.run.uid) }
          end
        end
        private_class_method :certificate

        def by_hash(words)
          return [] unless HASH.match?(words)

          [M::Statement, M::Conclusion, M::LongReport].flat_map do |model|
            model.where(Sequel.like(:sha256, "#{words.downcase}%")).limit(MOST).all.map do |row|
              { name: "#{model.name.split('::').last.sub('Long', '')} #{row.number}", path: Records.path(row.uid) }
            end
          end
        end
        private_class_method :by_hash
      end
    end
  end
end
